import { convertOklabToSrgbLinear } from '../colour/oklab';
import { RUNGS } from '../document/schema';
import type { Reading, Rung } from '../document/schema';
import { areaLowPass } from '../raster/lowPass';
import { maskSoften } from '../raster/maskSoften';
import type { AreaInput } from './areaInput';
import { oklabGrid } from './oklabGrid';
import { readingsKeepOff } from './readingGround';
import type { ReadingGround } from './readingGround';
import { RUNG_PERCENTILES } from './rungs';
import { measureTrend, readTrend } from './trend';
import type { Trend } from './trend';

/** Where a reading stands well. */
export type PlacedReading = Pick<Reading, 'rung' | 'x' | 'y' | 'size'>;

/** Where readings stand well, and the rungs that have no good place. */
export interface ReadingPlaces {
  readonly placed: readonly PlacedReading[];
  readonly without: readonly Rung[];
}

const MOST_PIXELS = 120_000;
/** Radius of a patch as a share of the square root of the area. */
const PATCH_SHARE = 0.012;
/**
 * What costs as much as what: OKLab units of departure from the trend, of redness and of texture; how near
 * another reading stands, and how far from the middle of the rung's span.
 */
const DEPARTURE_COST = 1 / 0.006;
const REDNESS_COST = 1 / 0.008;
const TEXTURE_COST = 1 / 0.012;
const NEAR_COST = 1.5;
const OFF_MIDDLE_COST = 0.5;
/** Readings that stand so far apart, as a share of the square root of the area, are far enough. */
const APART_SHARE = 0.45;
/** A place whose departure, redness and texture cost more is no good place. */
const WORST_COST = 5;
/** Less coverage is somebody else's too. */
const SOLID = 0.985;
const OWN = 0.75;
const DARKEST = 0.08;
/** A channel that is brighter, linear, is near its end and tells no colour. */
const BRIGHTEST = 0.94;

/**
 * Places for the light, middle and shade readings of a part: inside their rung's span of lightness, well
 * within the part, even, on the trend of its colour, and far from each other where these agree; off blush,
 * glints, colour thrown by clothes, and off what the ground names. The same area gives the same places.
 */
export function placeReadings(input: AreaInput, ground: ReadingGround = {}): ReadingPlaces {
  const view = viewOf(input, ground);
  if (!view || view.inside.length === 0) return { placed: [], without: RUNGS };
  const taken: number[] = [];
  const placed = RUNGS.flatMap((rung) => {
    const best = bestPlace(view, RUNG_PERCENTILES[rung], taken);
    if (best === undefined) return [];
    taken.push(best);
    return [{ rung, ...view.placeOf(best) }];
  });
  const got = new Set(placed.map(({ rung }) => rung));
  return { placed, without: RUNGS.filter((rung) => !got.has(rung)) };
}

/** An area as places are looked for in it, on a grid. */
interface View {
  readonly width: number;
  /** square root of the area, in pixels of the grid */
  readonly side: number;
  /** low-passed OKLab lightness of each pixel */
  readonly lightness: Float32Array;
  /** pixels that a patch fits about */
  readonly inside: readonly number[];
  /** lightness of the area's own pixels by their rank, 0..1 */
  readonly atRank: (share: number) => number;
  /** how badly a reading stands at a pixel: off the trend, red, uneven; below 1 is good */
  readonly badness: (index: number) => number;
  readonly placeOf: (index: number) => Pick<Reading, 'x' | 'y' | 'size'>;
}

function viewOf(input: AreaInput, ground: ReadingGround): View | undefined {
  const grid = oklabGrid(input, MOST_PIXELS);
  const { outWidth: width, outHeight: height } = grid.region;
  const side = Math.sqrt(grid.weights.reduce((sum, value) => sum + value, 0));
  const radius = Math.max(1, PATCH_SHARE * side);
  const low = areaLowPass(grid.weights, width, height, radius);
  const [lightness, a, b] = grid.planes.map((plane) => low.of(plane)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const squares = low.of(grid.planes[0]!.map((value) => value * value));
  const trend = measureTrend([lightness, a, b], grid.weights);
  if (!trend) return undefined;
  const solid = grid.weights.slice();
  maskSoften(solid, width, height, 1.5 * radius);
  const room = Math.ceil(1.5 * radius);
  const fits = (i: number) =>
    Math.min(i % width, width - 1 - (i % width), Math.floor(i / width), height - 1 - Math.floor(i / width)) >=
    room;
  const shows = (i: number) =>
    Math.max(...convertOklabToSrgbLinear([lightness[i]!, a[i]!, b[i]!])) < BRIGHTEST;
  const off = readingsKeepOff(ground, input.region, grid.region);
  const own = [...grid.weights.keys()].filter((i) => grid.weights[i]! >= OWN);
  const sorted = Float32Array.from(own, (i) => grid.planes[0]![i]!).sort();
  const scale = grid.region.width / width;
  const tenths = (value: number) => Math.round(10 * value) / 10;
  return {
    width,
    side,
    lightness,
    inside: own.filter(
      (i) => fits(i) && solid[i]! >= SOLID && lightness[i]! > DARKEST && shows(i) && !off(i),
    ),
    atRank: (share) => sorted[Math.round(share * (sorted.length - 1))]!,
    badness: badnessOf(trend, { lightness, a, b, squares }),
    placeOf: (i) => ({
      x: tenths(grid.region.x + ((i % width) + 0.5) * scale),
      y: tenths(grid.region.y + (Math.floor(i / width) + 0.5) * scale),
      size: Math.max(3, Math.round(2 * radius * scale)),
    }),
  };
}

/** The best place within a span of ranks, away from those that are taken; undefined when none is good. */
function bestPlace(
  { inside, lightness, atRank, badness, width, side }: View,
  [low, high]: readonly [number, number],
  taken: readonly number[],
): number | undefined {
  const from = atRank(low);
  const to = atRank(high);
  const nearness = (i: number, other: number) => {
    const distance = Math.hypot(
      (other % width) - (i % width),
      Math.floor(other / width) - Math.floor(i / width),
    );
    return Math.max(0, 1 - distance / (APART_SHARE * side));
  };
  let best: number | undefined;
  let least = Infinity;
  for (const i of inside) {
    const level = lightness[i]!;
    const bad = level < from || level > to ? Infinity : badness(i);
    if (bad > WORST_COST) continue;
    const offMiddle = Math.abs(2 * level - from - to) / Math.max(1e-6, to - from);
    const near = taken.reduce((sum, other) => sum + nearness(i, other), 0);
    const cost = bad + NEAR_COST * near + OFF_MIDDLE_COST * offMiddle;
    if (cost >= least) continue;
    least = cost;
    best = i;
  }
  return best;
}

/** The low-passed OKLab of an area, and the mean squares of its lightness. */
interface SmoothArea {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
  readonly squares: Float32Array;
}

function badnessOf(trend: Trend, { lightness, a, b, squares }: SmoothArea) {
  const along = { a: 0, b: 0 };
  return (i: number): number => {
    readTrend(trend, lightness[i]!, along);
    const redder = a[i]! - along.a;
    const texture = Math.sqrt(Math.max(0, squares[i]! - lightness[i]! ** 2));
    return (
      DEPARTURE_COST * Math.hypot(redder, b[i]! - along.b) +
      REDNESS_COST * Math.max(0, redder) +
      TEXTURE_COST * texture
    );
  };
}
