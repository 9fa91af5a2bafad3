import { quantile } from '../math/quantile';
import { RADIANS_PER_DEGREE } from '../colour/angles';
import { luminanceAt } from '../colour/luminance';
import { maskSoften } from '../raster/maskSoften';
import type { FeatureWindow } from './featureWindow';
import { toWindow } from './featureWindow';
import type { LandmarkPoint } from './faceLandmarks';
import {
  ARC_SAMPLES,
  CIRCLE_STEP,
  DISC_POINTS,
  FREE_CHROMA,
  GLINT,
  IRIS_ASIDE,
  IRIS_ASTRAY,
  IRIS_UPWARD,
  LEAST_PUPIL,
  LEAST_PUPIL_EDGE,
  MOST_PUPIL,
  NEARLY_BEST,
  ONE_SIDED,
  PUPIL_BESIDE,
  PUPIL_INSIDE,
  PUPIL_WEIGHT,
  REFINE_REACH,
  RINGS_APART,
  SIDE_DEGREES,
  USUAL_PUPIL,
  VOTE_SOFTNESS,
  WHITE_FROM,
  WHITE_PERCENTILE,
} from './featureParameters';

/** An iris with its pupil, in pixels of the window. */
export interface IrisFit {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly pupilRadius: number;
  /** step of brightness across the iris' edge, in square roots of luminance; 0 and less where only a pupil is seen */
  readonly edge: number;
}

/**
 * Finds the disc that holds the dark of an eye, then the circle near it across which brightness steps up
 * most, seen through the opening between the lids; then the pupil within, the same way.
 * @param opening coverage of the opening between the lids, 0..1
 * @param guess where the middle may be, in pixels of the photo: a second place from which to look
 * @param radii the least and the most, pixels of the window
 * @see Daugman 1993, "High confidence visual recognition of persons by a test of statistical independence",
 *   the integro-differential operator
 */
export function fitIris(
  window: FeatureWindow,
  corners: readonly [LandmarkPoint, LandmarkPoint],
  {
    opening,
    guess,
    radii,
  }: {
    readonly opening: Float32Array;
    readonly guess: LandmarkPoint;
    readonly radii: readonly [number, number];
  },
): IrisFit | undefined {
  const { outWidth: width, outHeight: height } = window.region;
  const tone = toneOf(window);
  const [first, second] = toWindow(window, corners) as [LandmarkPoint, LandmarkPoint];
  const eye = Math.hypot(second[0] - first[0], second[1] - first[1]);
  const middle = centreOf(opening, width) ?? [(first[0] + second[0]) / 2, (first[1] + second[1]) / 2];
  maskSoften(tone, width, height, 0.012 * eye);
  const side = (x: number, y: number, radius: number, degrees: number) =>
    arcMean({ tone, opening, width, height, x, y, radius, degrees, half: SIDE_DEGREES });
  const step = (x: number, y: number, radius: number) => {
    const rises = [0, 180].flatMap((degrees) => {
      const inner = side(x, y, radius - RINGS_APART * eye, degrees);
      const outer = side(x, y, radius + RINGS_APART * eye, degrees);
      return inner === undefined || outer === undefined ? [] : [outer - inner];
    });
    if (rises.length === 0) return 0;
    return rises.length === 1
      ? ONE_SIDED * rises[0]!
      : 0.5 * (rises[0]! + rises[1]!) - 0.25 * Math.abs(rises[0]! - rises[1]!);
  };
  const pupilStep = (x: number, y: number, radius: number) =>
    ringStep({ tone, opening, width, height, x, y }, PUPIL_INSIDE * radius, PUPIL_BESIDE * radius);
  const [least, most] = radii;
  const [guessX, guessY] = toWindow(window, [guess])[0]!;
  const rough = discOfDark(window, tone, [least, most], { opening, eye, middle });
  const starts = [rough, { x: guessX, y: guessY, radius: (least + most) / 2 }];
  const tried = placesAbout(starts, eye).flatMap(({ x, y, start }) => {
    const astray = ((x - guessX) ** 2 + (y - guessY) ** 2) / (IRIS_ASTRAY * start.radius) ** 2;
    const likely = Math.exp(-0.5 * astray);
    const tries = radiiAbout(start.radius, eye, radii);
    const [small, large] = [tries[0]!, tries.at(-1)!];
    // Rings are slow to read, and what they say runs smoothly with the radius.
    const [ofSmall, ofLarge] = [pupilStep(x, y, small), pupilStep(x, y, large)];
    return tries.map((radius) => {
      const share = large > small ? (radius - small) / (large - small) : 0;
      const pupil = Math.max(0, ofSmall + share * (ofLarge - ofSmall));
      return { x, y, radius, score: likely * (step(x, y, radius) + PUPIL_WEIGHT * pupil) };
    });
  });
  const best = meanOfBest(tried, eye);
  if (best.score <= 0) return undefined;
  return {
    x: best.x,
    y: best.y,
    radius: best.radius,
    pupilRadius: fitPupil({ tone, opening, width, height, x: best.x, y: best.y }, best.radius),
    edge: step(best.x, best.y, best.radius),
  };
}

/** A circle in pixels of the window. */
interface Circle {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
}

/** Middles near those of some circles, in even steps. */
function placesAbout(
  starts: readonly Circle[],
  eye: number,
): { readonly x: number; readonly y: number; readonly start: Circle }[] {
  const reach = REFINE_REACH * eye;
  const step = CIRCLE_STEP * eye;
  return starts.flatMap((start) => {
    const columns = range(start.x - reach, start.x + reach, step);
    return range(start.y - reach, start.y + reach, step).flatMap((y) =>
      columns.map((x) => ({ x, y, start })),
    );
  });
}

/** Radii near one, in even steps. */
function radiiAbout(radius: number, eye: number, [least, most]: readonly [number, number]): number[] {
  const reach = REFINE_REACH * eye;
  return range(Math.max(least, radius - reach), Math.min(most, radius + reach), CIRCLE_STEP * eye);
}

/** The mean of the circles near the best one that score nearly as well: a single one follows noise. */
function meanOfBest(
  tried: readonly (Circle & { readonly score: number })[],
  eye: number,
): { x: number; y: number; radius: number; score: number } {
  const best = tried.reduce((most, circle) => (circle.score > most.score ? circle : most));
  const mean = { x: 0, y: 0, radius: 0, score: best.score };
  let sum = 0;
  for (const { x, y, radius, score } of tried) {
    const weight = score - NEARLY_BEST * best.score;
    if (weight <= 0 || Math.hypot(x - best.x, y - best.y) > 2 * REFINE_REACH * eye) continue;
    sum += weight;
    mean.x += weight * x;
    mean.y += weight * y;
    mean.radius += weight * radius;
  }
  return sum > 0 ? { x: mean.x / sum, y: mean.y / sum, radius: mean.radius / sum, score: best.score } : best;
}

/**
 * The disc that parts the dark of an eye from its white with the fewest pixels on the wrong side: a glint in
 * the iris is a few pixels, where an edge would follow it.
 */
function discOfDark(
  { oklab, region: { outWidth: width } }: FeatureWindow,
  tone: Float32Array,
  [least, most]: readonly [number, number],
  {
    opening,
    eye,
    middle,
  }: { readonly opening: Float32Array; readonly eye: number; readonly middle: LandmarkPoint },
): { x: number; y: number; radius: number } {
  const inside: number[] = [];
  opening.forEach((value, i) => value > 0.6 && inside.push(i));
  const stride = Math.max(1, inside.length / DISC_POINTS);
  const points = Array.from(
    { length: Math.min(inside.length, DISC_POINTS) },
    (_, n) => inside[Math.floor(n * stride)]!,
  );
  const votes = whiteVotes(points, tone, oklab);
  const xs = points.map((i) => (i % width) + 0.5);
  const ys = points.map((i) => Math.floor(i / width) + 0.5);
  let best = { x: middle[0], y: middle[1], radius: 0.22 * eye, score: -Infinity };
  for (const y of range(middle[1] - IRIS_UPWARD * eye, middle[1] + IRIS_UPWARD * eye, 0.02 * eye)) {
    for (const x of range(middle[0] - IRIS_ASIDE * eye, middle[0] + IRIS_ASIDE * eye, 0.02 * eye)) {
      for (const radius of range(least, most, 0.012 * eye)) {
        let score = 0;
        for (let n = 0; n < xs.length; n++)
          score += (xs[n]! - x) ** 2 + (ys[n]! - y) ** 2 > radius * radius ? votes[n]! : -votes[n]!;
        if (score > best.score) best = { x, y, radius, score };
      }
    }
  }
  return best;
}

/** For each point, from -1 (surely iris, pupil or lash) to 1 (surely white); glints tell nothing. */
function whiteVotes(points: readonly number[], tone: Float32Array, oklab: Float32Array): number[] {
  const tones = points.map((i) => tone[i]!);
  const bright = quantile(tones, WHITE_PERCENTILE) ?? 1;
  const whites = points.filter((i) => tone[i]! > 0.88 * bright && tone[i]! < GLINT * bright);
  const count = whites.length || 1;
  const a = whites.reduce((sum, i) => sum + oklab[3 * i + 1]!, 0) / count;
  const b = whites.reduce((sum, i) => sum + oklab[3 * i + 2]!, 0) / count;
  return points.map((i) => {
    if (tone[i]! > GLINT * bright) return 0;
    const light = (tone[i]! / bright - WHITE_FROM) / VOTE_SOFTNESS;
    const coloured =
      1 - (Math.hypot(oklab[3 * i + 1]! - a, oklab[3 * i + 2]! - b) - FREE_CHROMA) / FREE_CHROMA;
    return Math.max(-1, Math.min(1, light, coloured));
  });
}

function fitPupil(place: EyePlace, radius: number): number {
  let most = LEAST_PUPIL_EDGE;
  let found = USUAL_PUPIL * radius;
  for (const r of range(LEAST_PUPIL * radius, MOST_PUPIL * radius, 0.02 * radius)) {
    const score = ringStep(place, r - 0.08 * radius, r + 0.08 * radius);
    if (score > most) {
      most = score;
      found = r;
    }
  }
  return found;
}

/** An eye's tones where it is open, and a place in it. */
interface EyePlace {
  readonly tone: Float32Array;
  readonly opening: Float32Array;
  readonly width: number;
  readonly height: number;
  readonly x: number;
  readonly y: number;
}

/**
 * The step of tone from a ring to a wider one. A glint lies on one quarter or two: the median of the quarters does not
 * see it.
 */
function ringStep(place: EyePlace, inside: number, beside: number): number {
  const rises = [0, 90, 180, 270]
    .flatMap((degrees) => {
      const inner = arcMean({ ...place, radius: inside, degrees, half: 45 });
      const outer = arcMean({ ...place, radius: beside, degrees, half: 45 });
      return inner === undefined || outer === undefined ? [] : [outer - inner];
    })
    .sort((p, q) => p - q);
  return rises[rises.length >> 1] ?? 0;
}

/**
 * Mean tone along an arc about a direction (degrees, 0 to the right), where the eye is open; undefined when
 * mostly hidden.
 */
function arcMean({
  tone,
  opening,
  width,
  height,
  x,
  y,
  radius,
  degrees,
  half,
}: EyePlace & {
  readonly radius: number;
  readonly degrees: number;
  readonly half: number;
}): number | undefined {
  let sum = 0;
  let seen = 0;
  for (let n = 0; n < ARC_SAMPLES; n++) {
    const angle = (degrees + half * ((2 * n) / (ARC_SAMPLES - 1) - 1)) * RADIANS_PER_DEGREE;
    const column = Math.floor(x + radius * Math.cos(angle));
    const row = Math.floor(y + radius * Math.sin(angle));
    if (column < 0 || row < 0 || column >= width || row >= height) continue;
    const at = row * width + column;
    const open = opening[at]!;
    sum += open * tone[at]!;
    seen += open;
  }
  return seen > 0.3 * ARC_SAMPLES ? sum / seen : undefined;
}

function toneOf({ source: { data } }: FeatureWindow): Float32Array {
  const tone = new Float32Array(data.length / 3);
  for (let i = 0; i < tone.length; i++) tone[i] = Math.sqrt(Math.max(0, luminanceAt(data, i)));
  return tone;
}

function centreOf(mask: Float32Array, width: number): LandmarkPoint | undefined {
  let sum = 0;
  let across = 0;
  let down = 0;
  for (let i = 0; i < mask.length; i++) {
    const value = mask[i]!;
    sum += value;
    across += value * ((i % width) + 0.5);
    down += value * (Math.floor(i / width) + 0.5);
  }
  return sum > 0 ? [across / sum, down / sum] : undefined;
}

function range(from: number, to: number, step: number): number[] {
  return Array.from(
    { length: Math.max(1, Math.floor((to - from) / step + 1e-9) + 1) },
    (_, i) => from + i * step,
  );
}
