import { clamp } from '#core/math/clamp';
import type { RankedTrend } from '#core/measure/rankedTrend';
import { goAlong, wayBetween } from '#core/measure/trendWay';
import { newField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import type { AreaPlanes } from '#core/raster/halveArea';
import { areaLowPass } from '#core/raster/lowPass';
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

/**
 * Where light changes across the area, so does the way a place has to go: told by its colour over a broad
 * neighbourhood.
 */
export function measureByRank(
  { region, planes, weights }: AreaPlanes,
  own: RankedTrend,
  other: RankedTrend,
): RankMeasures {
  const { outWidth: width, outHeight: height } = region;
  const way = wayBetween(own, other);
  const need = newField(region, 1);
  const count = weights.length;
  const [lightness, a, b] = planes as [Float32Array, Float32Array, Float32Array];
  const missA = new Float32Array(count);
  const missB = new Float32Array(count);
  let meanA = 0;
  let meanB = 0;
  let total = 0;
  for (let i = 0; i < count; i++) {
    const there = way.light(lightness[i]!);
    const ratio = lightness[i]! > 0.02 ? there / lightness[i]! : 1;
    missA[i] = way.other[0](there) - a[i]! * ratio;
    missB[i] = way.other[1](there) - b[i]! * ratio;
    meanA += weights[i]! * missA[i]!;
    meanB += weights[i]! * missB[i]!;
    total += weights[i]!;
  }
  meanA /= total;
  meanB /= total;
  const square = meanA * meanA + meanB * meanB;
  const low = areaLowPass(weights, width, height, BROAD_SHARE * Math.sqrt(total));
  const broadA = low.of(missA);
  const broadB = low.of(missB);
  for (let i = 0; i < count; i++) {
    const known = square >= LEAST_WAY * LEAST_WAY && low.weight[i]! > 1e-3;
    need.data[i] = known ? clamp((broadA[i]! * meanA + broadB[i]! * meanB) / square, 0, MOST_NEED) : 1;
  }
  return { own, other, need };
}

/** @param light @param colour how far each is brought there, 0..1 */
export function compileByRank(
  { own, other, need }: RankMeasures,
  light: number,
  colour: number,
): PixelKernel {
  const way = wayBetween(own, other);
  const line = new FieldLine(need, 1, (values, out) => {
    out[0] = values[0]!;
  });
  return (pixels, count, places) => {
    const shares = line.at(places, count);
    for (let i = 0; i < count; i++) {
      const share = shares[line.stride * i]!;
      goAlong(way, pixels, 3 * i, { light: share * light, tint: share * colour });
    }
  };
}
