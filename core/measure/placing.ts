import { RUNGS } from '../document/schema';
import type { Reading, Rung } from '../document/schema';
import { halveArea } from '../raster/halveArea';
import { areaLowPass } from '../raster/lowPass';
import { maskSoften } from '../raster/maskSoften';
import type { AreaInput } from './areaInput';
import { measureTrend, oklabPlanes, readTrend } from './trend';
import type { Trend } from './trend';

/** Where a reading stands well. */
export type PlacedReading = Pick<Reading, 'rung' | 'x' | 'y' | 'size'>;

const MOST_PIXELS = 120_000;
/** Radius of a patch as a share of the square root of the area. */
const PATCH_SHARE = 0.012;
/** Lightness ranks that each rung's patch aims at. */
const RANKS: Readonly<Record<Rung, number>> = { light: 0.82, middle: 0.5, shade: 0.17 };
/**
 * What costs as much as what: OKLab units of departure from the trend, of texture, and of distance from the
 * rung.
 */
const DEPARTURE_COST = 1 / 0.006;
const REDNESS_COST = 1 / 0.008;
const TEXTURE_COST = 1 / 0.02;
const DISTANCE_COST = 1 / 0.05;
/** Readings stand at least this far apart, as a share of the square root of the area. */
const APART_SHARE = 0.14;
const NEAR_COST = 20;
const SOLID = 0.985;
const DARKEST = 0.08;
const LIGHTEST = 0.975;

/**
 * Places for the light, middle and shade readings of a part: well inside it, even, on the trend of its
 * colour, and so away from blush, glints, hair and colour thrown by clothes. The same area gives the same
 * places.
 * @returns fewer than three where the area has no room
 */
export function placeReadings({ pixels, coverage, region }: AreaInput): PlacedReading[] {
  const grid = halveArea(
    {
      region,
      planes: oklabPlanes(pixels.data),
      weights: Float32Array.from(coverage.data, (value) => value / 255),
    },
    MOST_PIXELS,
  );
  const { outWidth: width, outHeight: height } = grid.region;
  const radius = Math.max(1, PATCH_SHARE * Math.sqrt(grid.weights.reduce((sum, value) => sum + value, 0)));
  const low = areaLowPass(grid.weights, width, height, radius);
  const [lightness, a, b] = grid.planes.map((plane) => low.of(plane)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const squares = low.of(grid.planes[0]!.map((value) => value * value));
  const trend = measureTrend([lightness, a, b], grid.weights);
  const solid = grid.weights.slice();
  maskSoften(solid, width, height, 1.5 * radius);
  const room = Math.ceil(1.5 * radius);
  const fits = (i: number) =>
    Math.min(i % width, width - 1 - (i % width), Math.floor(i / width), height - 1 - Math.floor(i / width)) >=
    room;
  const inside = [...solid.keys()].filter(
    (i) => fits(i) && solid[i]! >= SOLID && lightness[i]! > DARKEST && lightness[i]! < LIGHTEST,
  );
  if (!trend || inside.length === 0) return [];
  const sorted = Float32Array.from(inside, (i) => lightness[i]!).sort();
  const taken: Place[] = [];
  const apart = (APART_SHARE / PATCH_SHARE) * radius;
  const cost = costOf(trend, { lightness, a, b, squares });
  const crowded = ({ column, row }: Place) =>
    taken.some((other) => Math.hypot(other.column - column, other.row - row) < apart);
  const placeOf = (i: number): Place => ({ column: i % width, row: Math.floor(i / width) });
  const scale = grid.region.width / width;
  const size = Math.max(3, Math.round(2 * radius * scale));
  return RUNGS.map((rung) => {
    const aim = sorted[Math.round(RANKS[rung] * (sorted.length - 1))]!;
    let best = inside[0]!;
    let least = Infinity;
    for (const i of inside) {
      const here = cost(i, aim) + (crowded(placeOf(i)) ? NEAR_COST : 0);
      if (here < least) {
        least = here;
        best = i;
      }
    }
    const { column, row } = placeOf(best);
    taken.push({ column, row });
    return {
      rung,
      x: Math.round(10 * (grid.region.x + (column + 0.5) * scale)) / 10,
      y: Math.round(10 * (grid.region.y + (row + 0.5) * scale)) / 10,
      size,
    };
  });
}

/** A pixel of the grid in which places are looked for. */
interface Place {
  readonly column: number;
  readonly row: number;
}

/** The low-passed OKLab of an area, and the mean squares of its lightness. */
interface SmoothArea {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
  readonly squares: Float32Array;
}

/**
 * How badly a reading stands at a pixel: off the trend, red, uneven, or of another lightness than the one
 * aimed at.
 */
function costOf(trend: Trend, { lightness, a, b, squares }: SmoothArea) {
  const along = { a: 0, b: 0 };
  return (i: number, aim: number): number => {
    readTrend(trend, lightness[i]!, along);
    const redder = a[i]! - along.a;
    const texture = Math.sqrt(Math.max(0, squares[i]! - lightness[i]! ** 2));
    return (
      DEPARTURE_COST * Math.hypot(redder, b[i]! - along.b) +
      REDNESS_COST * Math.max(0, redder) +
      TEXTURE_COST * texture +
      DISTANCE_COST * Math.abs(lightness[i]! - aim)
    );
  };
}
