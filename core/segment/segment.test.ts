import { describe, expect, it } from 'vitest';
import { buildPyramid } from '../raster/pyramid';
import { faceToImage, imageToFace } from './faceFrame';
import { outlineOf, signedDistance } from './outline';
import { fitMixture, mixtureDensities } from './mixture';
import { pointsOfSquare, turnedCrop } from './turnedCrop';

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
