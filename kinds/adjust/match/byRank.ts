import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { RankedTrend } from '#core/measure/rankedTrend';
import { newField, readField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import type { AreaPlanes } from '#core/raster/halveArea';
import { areaLowPass } from '#core/raster/lowPass';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { PixelKernel } from '#core/render/kinds';

/** The area's own trend, the one it is brought to, and how much of the way each place needs. */
export interface RankMeasures {
  readonly own: RankedTrend;
  readonly other: RankedTrend;
  readonly need: Field;
}

/** How broad the change of light is that a match follows, as a share of the square root of the area. */
const BROAD_SHARE = 0.06;
/** No place is brought further than this many times the whole area's way. */
const MOST_NEED = 1.6;
/** Trends nearer than this in OKLab a and b need nothing of their own. */
const LEAST_WAY = 0.004;

/** How a colour moves from the one trend to the other: lightness by rank, colour with its residual kept. */
interface Way {
  /** lightness there of a lightness here */
  readonly light: (lightness: number) => number;
  /** a and b of the own trend over lightness here, and of the other over lightness there */
  readonly own: readonly [(lightness: number) => number, (lightness: number) => number];
  readonly other: readonly [(lightness: number) => number, (lightness: number) => number];
}

function wayOf(own: RankedTrend, other: RankedTrend): Way {
  const count = Math.min(own.length, other.length), pick = (rows: RankedTrend) => rising(Array.from({ length: count }, (_, i) => rows[Math.round((i * (rows.length - 1)) / (count - 1))]!));
  const here = pick(own), there = pick(other), xs = here.map(([lightness]) => lightness), ys = there.map(([lightness]) => lightness);
  const curve = (rows: RankedTrend, channel: 1 | 2) => monotoneCubic(rows.map(([lightness]) => lightness), rows.map((row) => row[channel]));
  const ends = xs.at(-1)! < 1 ? { xs: [1], ys: [Math.max(1, ys.at(-1)!)] } : { xs: [], ys: [] };
  return { light: monotoneCubic([0, ...xs, ...ends.xs], [0, ...ys, ...ends.ys]), own: [curve(here, 1), curve(here, 2)], other: [curve(there, 1), curve(there, 2)] };
}

/** Rows whose lightness rises from row to row, above black, as those of another photo need not. */
function rising(rows: RankedTrend): RankedTrend {
  let least = 0;
  return rows.map(([lightness, a, b]) => [(least = Math.max(lightness, least + 1e-4)), a, b]);
}

/** Where light changes across the area, so does the way a place has to go: told by its colour over a broad neighbourhood. */
export function measureByRank({ region, planes, weights }: AreaPlanes, own: RankedTrend, other: RankedTrend): RankMeasures {
  const { outWidth: width, outHeight: height } = region, way = wayOf(own, other), need = newField(region, 1), count = weights.length;
  const [lightness, a, b] = planes as [Float32Array, Float32Array, Float32Array], missA = new Float32Array(count), missB = new Float32Array(count);
  let meanA = 0, meanB = 0, total = 0;
  for (let i = 0; i < count; i++) {
    const there = way.light(lightness[i]!), ratio = lightness[i]! > 0.02 ? there / lightness[i]! : 1;
    missA[i] = way.other[0](there) - a[i]! * ratio;
    missB[i] = way.other[1](there) - b[i]! * ratio;
    meanA += weights[i]! * missA[i]!;
    meanB += weights[i]! * missB[i]!;
    total += weights[i]!;
  }
  meanA /= total;
  meanB /= total;
  const square = meanA * meanA + meanB * meanB, low = areaLowPass(weights, width, height, BROAD_SHARE * Math.sqrt(total));
  const broadA = low.of(missA), broadB = low.of(missB);
  for (let i = 0; i < count; i++) {
    const known = square >= LEAST_WAY * LEAST_WAY && low.weight[i]! > 1e-3;
    need.data[i] = known ? Math.min(MOST_NEED, Math.max(0, (broadA[i]! * meanA + broadB[i]! * meanB) / square)) : 1;
  }
  return { own, other, need };
}

/** @param light @param colour how far each is brought there, 0..1 */
export function compileByRank({ own, other, need }: RankMeasures, light: number, colour: number): PixelKernel {
  const way = wayOf(own, other), share = new Float32Array(1);
  return (pixels, count, { x, y }) => {
    for (let i = 0; i < count; i++) {
      const p = 3 * i, [lightness, a, b] = convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
      readField(need, x[i]!, y[i]!, share);
      const there = way.light(lightness), level = lightness + share[0]! * light * (there - lightness), ratio = lightness > 1e-4 ? level / lightness : 1, tint = share[0]! * colour;
      const towardA = way.other[0](there) - way.own[0](lightness) * ratio, towardB = way.other[1](there) - way.own[1](lightness) * ratio;
      const out = convertOklabToSrgbLinear([level, a * ratio + tint * towardA, b * ratio + tint * towardB]);
      pixels[p] = out[0];
      pixels[p + 1] = out[1];
      pixels[p + 2] = out[2];
    }
  };
}
