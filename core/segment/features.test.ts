import { describe, expect, it } from 'vitest';
import { grain, iouOf, paintedPhoto } from '../../tests/fixtures/paint';
import type { Rgb8 } from '../../tests/fixtures/paint';
import { eyesParts } from './eyeParts';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { EYE_LOOPS, LIPS_INNER, LIPS_OUTER } from './landmarkGroups';
import type { FeatureWindow } from './featureWindow';
import { mouthParts } from './mouthParts';

const SKIN: Rgb8 = [205, 160, 140];
const noisy = ([red, green, blue]: Rgb8, x: number, y: number): Rgb8 => {
  const n = 4 * grain(x, y);
  return [red + n, green + n, blue + n];
};

interface Oval {
  readonly x: number;
  readonly y: number;
  readonly across: number;
  readonly down: number;
}
const isIn = ({ x, y, across, down }: Oval, px: number, py: number) =>
  ((px - x) / across) ** 2 + ((py - y) / down) ** 2 < 1;

/** Puts a loop of landmarks round an oval, from its left end through below. */
function goRound(points: LandmarkPoint[], loop: readonly number[], { x, y, across, down }: Oval): void {
  loop.forEach((index, n) => {
    const angle = Math.PI - (2 * Math.PI * n) / loop.length;
    points[index] = [x + across * Math.cos(angle), y + down * Math.sin(angle)];
  });
}

const EYES = {
  right: { x: 90, y: 100, across: 50, down: 22 },
  left: { x: 270, y: 100, across: 50, down: 22 },
};
const IRIS = 19;
const PUPIL = 8;
interface FaceLook {
  readonly irisColour?: Rgb8;
  /** of what is no iris between the lids */
  readonly white?: (x: number, y: number) => Rgb8;
  /** of the lids' edge, between the eye and the skin */
  readonly rim?: Rgb8;
  /** by how much the guesses lie beside the irises, pixels */
  readonly astray?: number;
  /** what shows between the lips, which the landmarks see closed */
  readonly between?: (x: number, y: number) => Rgb8 | undefined;
}
const WHITE: Rgb8 = [235, 232, 230];
const LIP: Rgb8 = [170, 70, 80];
function face(look: FaceLook = {}) {
  const { irisColour = [70, 110, 90], white = () => WHITE, rim = SKIN, astray = 0 } = look;
  const { between = () => undefined } = look;
  const points: LandmarkPoint[] = Array.from({ length: 468 }, () => [0, 0]);
  goRound(points, EYE_LOOPS.right, EYES.right);
  // The left eye's loop begins at its outer corner, on the right.
  EYE_LOOPS.left.forEach((index, n) => {
    const angle = (2 * Math.PI * n) / EYE_LOOPS.left.length;
    const { x, y, across, down } = EYES.left;
    points[index] = [x + across * Math.cos(angle), y + down * Math.sin(angle)];
  });
  goRound(points, LIPS_OUTER, { x: 180, y: 230, across: 70, down: 26 });
  goRound(points, LIPS_INNER, { x: 180, y: 230, across: 55, down: 1 });
  const photo = paintedPhoto(360, 300, (x, y) => {
    for (const eye of Object.values(EYES)) {
      if (!isIn({ ...eye, across: eye.across + 3, down: eye.down + 3 }, x, y)) continue;
      if (!isIn(eye, x, y)) return noisy(rim, x, y);
      const off = Math.hypot(x - eye.x, y - eye.y);
      if (off < PUPIL) return [20, 18, 18];
      return noisy(off < IRIS ? irisColour : white(x, y), x, y);
    }
    const mouth = isIn({ x: 180, y: 230, across: 70, down: 26 }, x, y);
    return noisy(mouth ? (between(x, y) ?? LIP) : SKIN, x, y);
  });
  const guess = (middle: LandmarkPoint) => ({ middle, radius: IRIS / 1.2 });
  const landmarks: FaceLandmarks = {
    points,
    irises: { right: guess([90 + astray, 100]), left: guess([270 + astray, 100]) },
    confidence: 20,
    tiltRadians: 0,
  };
  return { photo, landmarks };
}

describe('eyes', () => {
  /** Places of an eye's window in the photo, less the middle of the eye. */
  const placesOf =
    (side: 'right' | 'left', { region, scale }: FeatureWindow) =>
    (i: number) =>
      [
        region.x + ((i % region.outWidth) + 0.5) / scale - EYES[side].x,
        region.y + (Math.floor(i / region.outWidth) + 0.5) / scale - EYES[side].y,
      ] as const;

  it('show the iris as a ring about its pupil, and the whites beside it', () => {
    const { photo, landmarks } = face();
    const eyes = eyesParts(photo, landmarks);
    for (const side of ['right', 'left'] as const) {
      const { window, iris, whites, unsure } = eyes[side]!;
      const placeOf = placesOf(side, window);
      const offOf = (i: number) => Math.hypot(...placeOf(i));
      expect(iouOf(iris, (i) => offOf(i) < IRIS && offOf(i) > PUPIL)).toBeGreaterThan(0.8);
      expect(unsure).toBeUndefined();
      const white = whites.reduce((sum, value, i) => sum + (offOf(i) > IRIS + 2 ? value : 0), 0);
      expect(white / whites.reduce((sum, value) => sum + value, 0)).toBeGreaterThan(0.85);
    }
  });

  it('end at their lids, whose edges are lighter than the skin', () => {
    const { photo, landmarks } = face({ rim: [222, 190, 176] });
    const { window, opening } = eyesParts(photo, landmarks).right!;
    const placeOf = placesOf('right', window);
    const beyond = (i: number) => !isIn({ ...EYES.right, x: 0, y: 0 }, ...placeOf(i));
    const spilt = opening.reduce((sum, value, i) => sum + (beyond(i) ? value : 0), 0);
    expect(spilt / opening.reduce((sum, value) => sum + value, 0)).toBeLessThan(0.04);
  });

  it('have a pale iris about its pupil, though the guess lies beside it', () => {
    const { photo, landmarks } = face({ irisColour: [196, 200, 204], astray: 6 });
    const { window, iris } = eyesParts(photo, landmarks).right!;
    const placeOf = placesOf('right', window);
    const middle = iris.reduce((sum, value, i) => sum + value * placeOf(i)[0], 0);
    expect(Math.abs(middle / iris.reduce((sum, value) => sum + value, 0))).toBeLessThan(5);
  });

  it('have whites in the shade as in the light, and none where the corner is red', () => {
    const white = (x: number): Rgb8 => {
      if (x < 55) return [226, 168, 160];
      return x > 112 && x < 180 ? [150, 148, 147] : WHITE;
    };
    const { photo, landmarks } = face({ white });
    const { window, whites } = eyesParts(photo, landmarks).right!;
    const placeOf = placesOf('right', window);
    const meanIn = (from: number, to: number) => {
      const inside = [...whites.keys()].filter((i) => {
        const [x, y] = placeOf(i);
        return x > from && x < to && Math.abs(y) < 6;
      });
      return inside.reduce((sum, i) => sum + whites[i]!, 0) / inside.length;
    };
    expect(meanIn(24, 38)).toBeGreaterThan(0.9);
    expect(meanIn(-31, -24)).toBeGreaterThan(0.9);
    expect(meanIn(-44, -37)).toBeLessThan(0.1);
  });

  it('are unsure where an iris hardly differs from the white, and none beyond the photo', () => {
    const { photo, landmarks } = face({ irisColour: [228, 226, 224] });
    const pale = eyesParts(
      paintedPhoto(photo.width, photo.height, (x, y) => noisy([232, 229, 227], x, y)),
      landmarks,
    );
    expect(pale.right!.unsure).toBeDefined();
    const points = landmarks.points.map(([x, y]): LandmarkPoint => [x + 9000, y]);
    expect(eyesParts(photo, { ...landmarks, points })).toEqual({});
  });
});

describe('a mouth', () => {
  it('has lips up to their border, and no teeth while it is closed', () => {
    const { photo, landmarks } = face();
    const { window, lips, teeth } = mouthParts(photo, landmarks)!;
    const { region, scale } = window;
    const isLip = (i: number) =>
      isIn(
        { x: 180, y: 230, across: 70, down: 26 },
        region.x + ((i % region.outWidth) + 0.5) / scale,
        region.y + (Math.floor(i / region.outWidth) + 0.5) / scale,
      );
    expect(iouOf(lips, isLip)).toBeGreaterThan(0.85);
    expect(Math.max(...teeth)).toBe(0);
  });

  /** Shares of lips, on the mouth and on what shows between them. */
  const lipsOf = (look: FaceLook & Required<Pick<FaceLook, 'between'>>) => {
    const { photo, landmarks } = face(look);
    const { window, lips } = mouthParts(photo, landmarks)!;
    const { region, scale } = window;
    const sums = { lips: [0, 0], between: [0, 0] };
    lips.forEach((share, i) => {
      const x = region.x + ((i % region.outWidth) + 0.5) / scale;
      const y = region.y + (Math.floor(i / region.outWidth) + 0.5) / scale;
      if (!isIn({ x: 180, y: 230, across: 66, down: 23 }, x, y)) return;
      const sum = look.between(Math.floor(x), Math.floor(y)) ? sums.between : sums.lips;
      sum[0]! += share;
      sum[1]!++;
    });
    return { lips: sums.lips[0]! / sums.lips[1]!, between: sums.between[0]! / sums.between[1]! };
  };
  const TEETH: Rgb8 = [205, 200, 190];
  const inGap = (down: number, x: number, y: number) => isIn({ x: 180, y: 230, across: 50, down }, x, y);

  it('shows a sliver of teeth where the landmarks see it closed, and none where lips only shine', () => {
    const sliver = lipsOf({ between: (x, y) => (inGap(4, x, y) ? TEETH : undefined) });
    expect(sliver.between).toBeLessThan(0.35);
    expect(sliver.lips).toBeGreaterThan(0.9);
    const shine = lipsOf({ between: (x, y) => (inGap(4, x, y) ? [225, 125, 135] : undefined) });
    expect(shine.between).toBeGreaterThan(0.9);
  });

  it('is none beyond the photo', () => {
    const { photo, landmarks } = face();
    const points = landmarks.points.map(([x, y]): LandmarkPoint => [x, y - 9000]);
    expect(mouthParts(photo, { ...landmarks, points })).toBeUndefined();
  });
});
