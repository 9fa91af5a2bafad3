import { describe, expect, it } from 'vitest';
import { featureAnswer } from '../../tests/fixtures/featureAnswers';
import { grain, iouOf, paintedPhoto } from '../../tests/fixtures/paint';
import type { Rgb8 } from '../../tests/fixtures/paint';
import { browParts } from './browParts';
import { eyesParts } from './eyeParts';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { BROW_LOOPS, EYE_LOOPS, LIPS_INNER, LIPS_OUTER } from './landmarkGroups';
import { featurePlane } from './featureParser';
import type { FeatureWindow } from './featureWindow';
import { mouthParts } from './mouthParts';
import type { FeatureClass } from './networks';

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
const MOUTH = { x: 180, y: 230, across: 70, down: 26 };
const BROW = { x: 90, y: 55, across: 55, down: 12 };
const IRIS = 19;
const PUPIL = 8;
const WHITE: Rgb8 = [235, 232, 230];
const LIP: Rgb8 = [170, 70, 80];
const grown = (oval: Oval, by: number): Oval => ({ ...oval, across: oval.across + by, down: oval.down + by });

interface FaceLook {
  /** of what is no iris between the lids */
  readonly white?: (x: number, y: number) => Rgb8;
  /** of the lids' edge, between the eye and the skin */
  readonly rim?: Rgb8;
  /** by how much the parser takes eyes and lips for larger than they are, pixels */
  readonly off?: number;
  /** how high the mouth is open, and what shows there */
  readonly open?: number;
  /** what the parser takes all between the lids for */
  readonly eyes?: FeatureClass;
  /** whether it takes half of an iris for white */
  readonly hazy?: boolean;
  /** how far the lids are open, up and down, pixels */
  readonly lids?: number;
}

/** A drawn face, its landmarks, and what the feature parser would say of it. */
function face(look: FaceLook = {}) {
  const { white = () => WHITE, rim = SKIN, off = 0, open = 0, eyes, hazy = false, lids = 99 } = look;
  const points: LandmarkPoint[] = Array.from({ length: 468 }, () => [0, 0]);
  goRound(points, EYE_LOOPS.right, EYES.right);
  // The left eye's loop begins at its outer corner, on the right.
  EYE_LOOPS.left.forEach((index, n) => {
    const angle = (2 * Math.PI * n) / EYE_LOOPS.left.length;
    const { x, y, across, down } = EYES.left;
    points[index] = [x + across * Math.cos(angle), y + down * Math.sin(angle)];
  });
  goRound(points, LIPS_OUTER, MOUTH);
  goRound(points, LIPS_INNER, { ...MOUTH, across: 55, down: 1 });
  goRound(points, BROW_LOOPS.right, BROW);
  const gap = { ...MOUTH, across: 50, down: open };
  const isHair = (x: number) => x % 8 < 4;
  const photo = paintedPhoto(360, 300, (x, y) => {
    for (const eye of Object.values(EYES)) {
      if (!isIn(grown(eye, 3), x, y)) continue;
      if (!isIn(eye, x, y) || Math.abs(y - eye.y) > lids) return noisy(rim, x, y);
      const far = Math.hypot(x - eye.x, y - eye.y);
      if (far < PUPIL) return [20, 18, 18];
      return noisy(far < IRIS ? [70, 110, 90] : white(x, y), x, y);
    }
    if (isIn(BROW, x, y) && isHair(x)) return noisy([60, 40, 30], x, y);
    if (open > 0 && isIn(gap, x, y)) return noisy(y < MOUTH.y ? [205, 200, 190] : [50, 20, 20], x, y);
    return noisy(isIn(MOUTH, x, y) ? LIP : SKIN, x, y);
  });
  const eyeAt =
    (eye: Oval) =>
    (x: number, y: number): FeatureClass => {
      if (isIn(BROW, x, y)) return 'brow';
      if (!isIn(grown(eye, off), x, y) || Math.abs(y - eye.y) > lids) return 'rest';
      const far = Math.hypot(x - eye.x, y - eye.y);
      if (eyes) return eyes;
      if (far < PUPIL) return 'pupil';
      const isWhite = far > IRIS || (hazy && (Math.floor(2 * x) + Math.floor(2 * y)) % 2 === 0);
      return isWhite ? 'white' : 'iris';
    };
  const mouthAt = (x: number, y: number): FeatureClass => {
    if (open > 0 && isIn(grown(gap, off), x, y)) return y < MOUTH.y ? 'teeth' : 'gap';
    return isIn(grown(MOUTH, off), x, y) ? 'lips' : 'rest';
  };
  const at = (middle: number) => ({ centre: [middle, 77] as LandmarkPoint, side: 180 });
  const answers = {
    right: featureAnswer('right', at(90), eyeAt(EYES.right)),
    left: featureAnswer('left', at(270), eyeAt(EYES.left)),
    mouth: featureAnswer('mouth', { centre: [180, 230], side: 200 }, mouthAt),
  };
  const guess = (middle: LandmarkPoint) => ({ middle, radius: IRIS / 1.2 });
  const landmarks: FaceLandmarks = {
    points,
    irises: { right: guess([90, 100]), left: guess([270, 100]) },
    confidence: 20,
    tiltRadians: 0,
  };
  return { photo, landmarks, answers };
}

/** Places of a window in the photo. */
const placesIn =
  ({ region, scale }: FeatureWindow) =>
  (i: number) =>
    [
      region.x + ((i % region.outWidth) + 0.5) / scale,
      region.y + (Math.floor(i / region.outWidth) + 0.5) / scale,
    ] as const;
const sumOf = (plane: Float32Array, counts: (i: number) => boolean = () => true) =>
  plane.reduce((sum, value, i) => sum + (counts(i) ? value : 0), 0);

describe('eyes', () => {
  const eyesOf = (look: FaceLook) => {
    const { photo, landmarks, answers } = face(look);
    return eyesParts(photo, landmarks, answers);
  };
  /** Places of an eye's window, less the middle of the eye. */
  const placesOf = (side: 'right' | 'left', window: FeatureWindow) => (i: number) => {
    const [x, y] = placesIn(window)(i);
    return [x - EYES[side].x, y - EYES[side].y] as const;
  };

  it.each(['right', 'left'] as const)(
    'show the %s iris as a ring about its pupil, and its whites',
    (side) => {
      const { window, iris, whites, unsure } = eyesOf({})[side]!;
      const placeOf = placesOf(side, window);
      const offOf = (i: number) => Math.hypot(...placeOf(i));
      expect(iouOf(iris, (i) => offOf(i) < IRIS && offOf(i) > PUPIL)).toBeGreaterThan(0.9);
      expect(unsure).toBeUndefined();
      expect(sumOf(whites, (i) => offOf(i) > IRIS + 1) / sumOf(whites)).toBeGreaterThan(0.93);
    },
  );

  it('end at their lids, nearer than what the parser says, which takes them for larger', () => {
    const { photo, landmarks, answers } = face({ rim: [222, 190, 176], off: 1.5 });
    const { window, opening } = eyesParts(photo, landmarks, answers).right!;
    const placeOf = placesOf('right', window);
    const isOpen = (i: number) => isIn({ ...EYES.right, x: 0, y: 0 }, ...placeOf(i));
    const told = featurePlane(answers.right, window.region, 'iris', 'pupil', 'white');
    expect(iouOf(opening, isOpen)).toBeGreaterThan(0.9);
    expect(iouOf(opening, isOpen)).toBeGreaterThan(iouOf(told, isOpen) + 0.02);
  });

  it('have whites in the shade as in the light, and none where the corner is red', () => {
    const white = (x: number): Rgb8 => {
      if (x < 55) return [226, 168, 160];
      return x > 112 && x < 180 ? [150, 148, 147] : WHITE;
    };
    const { window, whites } = eyesOf({ white }).right!;
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

  it('are unsure where the parser is of the iris, or lids hardly open', () => {
    expect(eyesOf({ hazy: true }).right!.unsure).toBe('weak-edge');
    expect(eyesOf({ lids: 6 }).left!.unsure).toBe('half-closed');
  });

  it('without an iris are half closed, and none beyond the photo', () => {
    const shut = eyesOf({ eyes: 'rest' }).right!;
    expect([shut.unsure, sumOf(shut.iris), sumOf(shut.whites)]).toEqual(['half-closed', 0, 0]);
    const { photo, landmarks, answers } = face();
    const points = landmarks.points.map(([x, y]): LandmarkPoint => [x + 9000, y]);
    expect(eyesParts(photo, { ...landmarks, points }, answers)).toEqual({});
  });
});

describe('a brow', () => {
  it('is its hairs where the parser sees only how dense they are, and nothing beside it', () => {
    const { photo, landmarks, answers } = face();
    const { window, brow } = browParts(photo, landmarks, 'right', answers.right)!;
    const placeOf = placesIn(window);
    const within = (i: number) => isIn(grown(BROW, -3), ...placeOf(i));
    const hairs = sumOf(brow, (i) => within(i) && placeOf(i)[0] % 8 < 4);
    expect(hairs / sumOf(brow, within)).toBeGreaterThan(0.65);
    expect(sumOf(brow, (i) => !isIn(grown(BROW, 3), ...placeOf(i))) / sumOf(brow)).toBeLessThan(0.02);
  });

  it('is none beyond the photo', () => {
    const { photo, landmarks, answers } = face();
    const points = landmarks.points.map(([x, y]): LandmarkPoint => [x, y - 9000]);
    expect(browParts(photo, { ...landmarks, points }, 'right', answers.right)).toBeUndefined();
  });
});

describe('a mouth', () => {
  const mouthOf = (look: FaceLook) => {
    const { photo, landmarks, answers } = face(look);
    return mouthParts(photo, landmarks, answers.mouth)!;
  };

  it('has lips up to their border, though the parser takes them for larger or smaller, and no teeth while closed', () => {
    for (const off of [0, 2, -2]) {
      const { window, lips, teeth } = mouthOf({ off });
      expect(iouOf(lips, (i) => isIn(MOUTH, ...placesIn(window)(i)))).toBeGreaterThan(0.94);
      expect(Math.max(...teeth)).toBe(0);
    }
  });

  it('shows teeth and the dark between its lips, which are neither', () => {
    const { window, lips, teeth, between } = mouthOf({ open: 12 });
    const placeOf = placesIn(window);
    const inGap = (i: number) => isIn({ ...MOUTH, across: 50, down: 12 }, ...placeOf(i));
    expect(iouOf(between, inGap)).toBeGreaterThan(0.9);
    expect(lips.every((share, i) => share + between[i]! < 1.001)).toBe(true);
    expect(iouOf(teeth, (i) => inGap(i) && placeOf(i)[1] < MOUTH.y)).toBeGreaterThan(0.75);
    expect(iouOf(lips, (i) => isIn(MOUTH, ...placeOf(i)) && !inGap(i))).toBeGreaterThan(0.9);
  });

  it('is none beyond the photo', () => {
    const { photo, landmarks, answers } = face();
    const points = landmarks.points.map(([x, y]): LandmarkPoint => [x, y - 9000]);
    expect(mouthParts(photo, { ...landmarks, points }, answers.mouth)).toBeUndefined();
  });
});
