import { describe, expect, it } from 'vitest';
import { buildPyramid } from '../raster/pyramid';
import { faceToImage, imageToFace } from './faceFrame';
import { outlineOf, signedDistance } from './outline';
import { featureWindow } from './featureWindow';
import { fitIris } from './irisFit';
import { fitMixture, mixtureDensities } from './mixture';
import { pointsOfSquare, turnedCrop } from './turnedCrop';

/**
 * A drawn eye: white, iris of radius 34 about (150, 100) with a glint, pupil of radius 14, between straight
 * lids.
 */
function drawnEye() {
  const width = 300;
  const height = 200;
  const data = new Uint8Array(width * height * 4);
  const opening = new Float32Array(width * height);
  for (let i = 0; i < width * height; i++) {
    const x = (i % width) + 0.5;
    const y = Math.floor(i / width) + 0.5;
    const distance = Math.hypot(x - 150, y - 100);
    const open = Math.abs(y - 100) < 28 && Math.abs(x - 150) < 75;
    const glint = Math.abs(x - 138) < 6 && Math.abs(y - 90) < 6;
    const noise = ((i * 7919) % 9) - 4;
    const rings = [
      [!open, 150],
      [glint, 250],
      [distance < 14, 20],
      [distance < 34, 90],
    ] as const;
    const code = rings.find(([here]) => here)?.[1] ?? 205;
    data.set([code + noise, code + noise, code + noise, 255], 4 * i);
    opening[i] = open ? 1 : 0;
  }
  return { pyramid: buildPyramid({ space: 'srgb8', width, height, data }), opening };
}

describe('iris', () => {
  // The network's guess may be a fifth of the eye off.
  it.each([
    [150, 100],
    [162, 96],
    [134, 104],
  ] as const)(
    'is found by its edge near a guess at %s, %s, within 4 hundredths of its radius, glint and lids notwithstanding',
    (x, y) => {
      const { pyramid, opening } = drawnEye();
      const window = featureWindow(
        pyramid,
        [
          [0, 0],
          [300, 200],
        ],
        { margin: 0, longSide: 300 },
      )!;
      const fit = fitIris(
        window,
        [
          [75, 100],
          [225, 100],
        ],
        { opening, guess: [x, y], radii: [29, 39] },
      )!;
      expect(Math.hypot(fit.x - 150, fit.y - 100)).toBeLessThan(1.5);
      expect(Math.abs(fit.radius / 34 - 1)).toBeLessThan(0.04);
      expect(Math.abs(fit.pupilRadius / 14 - 1)).toBeLessThan(0.2);
    },
  );

  it('of a closed eye is said to be none', () => {
    const { pyramid } = drawnEye();
    const window = featureWindow(
      pyramid,
      [
        [0, 0],
        [300, 200],
      ],
      { margin: 0, longSide: 300 },
    )!;
    expect(
      fitIris(
        window,
        [
          [75, 100],
          [225, 100],
        ],
        { opening: new Float32Array(300 * 200), guess: [150, 100], radii: [29, 39] },
      ),
    ).toBeUndefined();
  });
});

describe('places on a face', () => {
  const frame = { unit: 200, cos: Math.cos(0.7), sin: Math.sin(0.7), origin: [400, 300] as const };

  it('turn into its frame and back', () => {
    for (const point of [
      [400, 300],
      [512.5, 90],
      [-40, 700],
    ] as const)
      faceToImage(frame, imageToFace(frame, point)).forEach((value, i) =>
        expect(value).toBeCloseTo(point[i]!, 9),
      );
    expect(imageToFace({ ...frame, cos: 1, sin: 0 }, [500, 400])).toEqual([0.5, 0.5]);
  });

  it('lie as far from a square as they do (hand sums)', () => {
    const outline = outlineOf([
      [0, 0],
      [4, 0],
      [4, 4],
      [0, 4],
    ]);
    expect([
      signedDistance(2, 1, outline),
      signedDistance(7, 2, outline),
      signedDistance(7, 8, outline),
    ]).toEqual([-1, 3, 5]);
  });
});

describe('crop', () => {
  it('of a quarter turn shows columns as rows', () => {
    const data = Uint8Array.from({ length: 64 * 64 * 4 }, (_, p) =>
      p % 4 === 3 ? 255 : 4 * ((p >> 2) % 64),
    );
    const pyramid = buildPyramid({ space: 'srgb8', width: 64, height: 64, data });
    const square = { centreX: 32, centreY: 32, side: 64, tiltRadians: Math.PI / 2 };
    const crop = turnedCrop(pyramid, square, 64);
    expect(pointsOfSquare(square)(0.5, 0)[0]).toBeCloseTo(64);
    expect(crop[3 * (10 * 64 + 20)]! * 255).toBeCloseTo(4 * 53, 1);
  });
});

describe('mixture', () => {
  it('tells two clouds apart, and integrates to about one', () => {
    const features = Float32Array.from(
      { length: 3000 },
      (_, i) => (i < 1500 ? 0.3 : 0.7) + 0.02 * Math.sin(i * 12.9898) + (i % 3 === 0 ? 0.05 : 0),
    );
    const first = fitMixture(
      features,
      Array.from({ length: 500 }, (_, i) => i),
      2,
      [0.02, 0.02, 0.02],
    );
    const second = fitMixture(
      features,
      Array.from({ length: 500 }, (_, i) => 500 + i),
      2,
      [0.02, 0.02, 0.02],
    );
    const colour = Float32Array.of(0.35, 0.3, 0.3);
    expect(mixtureDensities(first, colour)[0]).toBeGreaterThan(1000 * mixtureDensities(second, colour)[0]!);
    const places: number[] = [];
    for (let x = 0.1; x < 0.6; x += 0.01)
      for (let y = 0.1; y < 0.5; y += 0.01) for (let z = 0.1; z < 0.5; z += 0.01) places.push(x, y, z);
    const sum = mixtureDensities(first, Float32Array.from(places)).reduce(
      (all, value) => all + value * 1e-6,
      0,
    );
    expect(sum).toBeCloseTo(1, 1);
  });

  it('of nothing is nowhere', () => {
    const nothing = fitMixture(new Float32Array(3), [], 3, [0.1, 0.1, 0.1]);
    expect([...mixtureDensities(nothing, new Float32Array(3))]).toEqual([0]);
  });
});
