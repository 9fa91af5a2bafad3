import { clampUnit } from '../math/clamp';
import { mapPlane } from '../raster/mapPlane';
import { EYE_AT, answerPlane, featurePoint } from './featureParser';
import type { FeatureAnswer } from './featureParser';
import {
  DISC_STEP,
  EYE_REACH,
  LEAST_DARK,
  LEAST_PUPIL,
  MOST_PUPIL,
  NEARLY_BEST,
  OF_MEAN_DISC,
  PUPIL_STEP,
  RADII_OF_SEEN,
} from './featureParameters';
import type { LandmarkPoint } from './faceLandmarks';
import { FEATURE_ANSWER_SIZE } from './networks';

/** An iris with its pupil, in pixels of the photo. */
export interface IrisFit {
  readonly middle: LandmarkPoint;
  readonly radius: number;
  readonly pupilRadius: number;
  /** how far the parser takes what shows within for iris and pupil rather than white, 0..1 */
  readonly sure: number;
}

/** A disc in places of the parser’s answer. */
interface Disc {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/**
 * The disc that parts what the parser takes for iris and pupil from what it takes for white, lids left aside: it goes
 * on beneath them. Then the pupil within, the same way.
 * @returns undefined where hardly anything of an iris shows
 */
export function fitIris(answer: FeatureAnswer): IrisFit | undefined {
  const iris = answerPlane(answer, 'iris');
  const pupil = answerPlane(answer, 'pupil');
  const white = answerPlane(answer, 'white');
  const seen = seenIn(mapPlane(iris, (share, i) => share + pupil[i]!));
  if (!seen) return undefined;
  const towards = mapPlane(iris, (share, i) => share + pupil[i]! - white[i]!);
  const found = bestDisc(towards, seen);
  if (!found) return undefined;
  const { disc, score } = found;
  const ofPupil = mapPlane(pupil, (share, i) => share - iris[i]!);
  const radii = range(LEAST_PUPIL * disc.radius, MOST_PUPIL * disc.radius, PUPIL_STEP);
  const scores = radii.map((radius) => sumIn(ofPupil, { ...disc, radius }));
  const open = mapPlane(towards, (_, i) => iris[i]! + pupil[i]! + white[i]!);
  const scale = answer.square.side / FEATURE_ANSWER_SIZE;
  return {
    middle: featurePoint(answer, [disc.x, disc.y]),
    radius: OF_MEAN_DISC * disc.radius * scale,
    pupilRadius: radii[scores.indexOf(Math.max(...scores))]! * scale,
    sure: score / sumIn(open, disc),
  };
}

/** The middle of what shows of an iris near the middle of the eye, and the radius of a disc as large. */
function seenIn(dark: Float32Array): Disc | undefined {
  const [middleX, middleY] = EYE_AT;
  let [sum, x, y] = [0, 0, 0];
  dark.forEach((share, i) => {
    const [column, row] = [(i % FEATURE_ANSWER_SIZE) + 0.5, Math.floor(i / FEATURE_ANSWER_SIZE) + 0.5];
    if (Math.hypot(column - middleX, row - middleY) > EYE_REACH) return;
    sum += share;
    x += share * column;
    y += share * row;
  });
  return sum < LEAST_DARK ? undefined : { x: x / sum, y: y / sum, radius: Math.sqrt(sum / Math.PI) };
}

/** The mean of the discs that hold nearly the most: a single one follows noise. */
function bestDisc(
  towards: Float32Array,
  seen: Disc,
): { readonly disc: Disc; readonly score: number } | undefined {
  const [least, most] = RADII_OF_SEEN;
  const about = (at: number, reach: number) =>
    range(at - reach * seen.radius, at + reach * seen.radius, DISC_STEP);
  const tried = range(least * seen.radius, most * seen.radius, DISC_STEP).flatMap((radius) =>
    about(seen.y, 0.5).flatMap((y) =>
      about(seen.x, 0.3).map((x) => ({ x, y, radius, score: sumIn(towards, { x, y, radius }) })),
    ),
  );
  const best = Math.max(...tried.map(({ score }) => score));
  // White all over it: what was seen of an iris is none.
  if (best <= 0) return undefined;
  const near = tried.filter(({ score }) => score >= NEARLY_BEST * best);
  const mean = (of: (disc: Disc) => number) => near.reduce((sum, disc) => sum + of(disc) / near.length, 0);
  return {
    disc: { x: mean(({ x }) => x), y: mean(({ y }) => y), radius: mean(({ radius }) => radius) },
    score: best,
  };
}

/** What a plane of the answer sums to within a disc. */
function sumIn(plane: Float32Array, { x, y, radius }: Disc): number {
  const last = FEATURE_ANSWER_SIZE - 1;
  let sum = 0;
  for (let row = Math.max(0, Math.floor(y - radius - 1)); row <= Math.min(last, y + radius); row++)
    for (
      let column = Math.max(0, Math.floor(x - radius - 1));
      column <= Math.min(last, x + radius);
      column++
    ) {
      const off = Math.sqrt((column + 0.5 - x) ** 2 + (row + 0.5 - y) ** 2);
      if (off < radius + 0.5)
        sum += clampUnit(radius - off + 0.5) * plane[row * FEATURE_ANSWER_SIZE + column]!;
    }
  return sum;
}

function range(from: number, to: number, step: number): number[] {
  return Array.from(
    { length: Math.max(1, Math.floor((to - from) / step + 1e-9) + 1) },
    (_, i) => from + i * step,
  );
}
