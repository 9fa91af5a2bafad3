import type { Triple } from '#core/colour/triple';
import { clamp } from '#core/math/clamp';
import { convertOklabToSrgbLinear } from '#core/colour/oklab';
import { measureTrend, readTrend } from '#core/measure/trend';
import type { Trend } from '#core/measure/trend';
import { newField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import type { AreaPlanes } from '#core/raster/halveArea';
import { areaLowPass } from '#core/raster/lowPass';
import type { PixelKernel } from '#core/render/kinds';

/** Channels of the field: the place's colour over a broad neighbourhood, and how much of the way it needs. */
const LIGHTNESS = 0;
const A = 1;
const B = 2;
const NEED = 3;
const CHANNELS = 4;

/** How the light on an area differs from that on another of the same photo. */
export interface LightMeasures {
  readonly places: Field;
  /** way of the whole area: of the logarithm of OKLab L, and of a/L and b/L */
  readonly light: number;
  readonly aPerL: number;
  readonly bPerL: number;
}

const BROAD_SHARE = 0.06;
const MOST_NEED = 1.6;
const LEAST_LIGHTNESS = 0.02;
const LEAST_WAY = 0.004;
const MOST_GAIN = 12;

/**
 * Two places of one photo stand in different light, and light multiplies: where the colour departs more from
 * the other area's trend, there was more of it. a/L and b/L do not change with exposure, so they tell how
 * much.
 */
export function measureByLight(area: AreaPlanes, other: AreaPlanes): LightMeasures | undefined {
  const { region, planes, weights } = area;
  const [ownLight] = planes as [Float32Array];
  const [otherLight] = other.planes as [Float32Array];
  const trend = measureTrend(other.planes as [Float32Array, Float32Array, Float32Array], other.weights);
  const total = sum(weights);
  const mean = weightedMean(ownLight, weights);
  if (!trend || total === 0 || mean <= 0) return undefined;
  const light = Math.log(weightedMean(otherLight, other.weights) / mean);
  const low = areaLowPass(weights, region.outWidth, region.outHeight, BROAD_SHARE * Math.sqrt(total));
  const [broadL, broadA, broadB] = planes.map((plane) => low.of(plane)) as [
    Float32Array,
    Float32Array,
    Float32Array,
  ];
  const missA = new Float32Array(weights.length);
  const missB = new Float32Array(weights.length);
  for (let i = 0; i < weights.length; i++)
    [missA[i], missB[i]] = missOf(trend, [broadL[i]!, broadA[i]!, broadB[i]!], light);
  const aPerL = weightedMean(missA, weights);
  const bPerL = weightedMean(missB, weights);
  const square = aPerL * aPerL + bPerL * bPerL;
  const places = newField(region, CHANNELS);
  for (let i = 0; i < weights.length; i++) {
    const at = CHANNELS * i;
    places.data[at + LIGHTNESS] = broadL[i]!;
    places.data[at + A] = broadA[i]!;
    places.data[at + B] = broadB[i]!;
    places.data[at + NEED] =
      square < LEAST_WAY * LEAST_WAY
        ? 1
        : clamp((missA[i]! * aPerL + missB[i]! * bPerL) / square, 0, MOST_NEED);
  }
  return { places, light, aPerL, bPerL };
}

/** How far a/L and b/L of a place lie from the trend's at the lightness it is brought to. */
function missOf(trend: Trend, [lightness, a, b]: Triple, light: number): [number, number] {
  if (lightness < LEAST_LIGHTNESS) return [0, 0];
  const there = lightness * Math.exp(light);
  const along = { a: 0, b: 0 };
  readTrend(trend, there, along);
  return [along.a / there - a / lightness, along.b / there - b / lightness];
}

/** One gain per channel in linear light, changing slowly over the area. */
export function gainsByLight(
  { places, light: lightWay, aPerL, bPerL }: LightMeasures,
  light: number,
  colour: number,
): Field {
  const gains = newField(places.region, 3);
  const { data } = places;
  for (let i = 0; i < data.length / CHANNELS; i++) {
    const lightness = data[CHANNELS * i + LIGHTNESS]!;
    const a = data[CHANNELS * i + A]!;
    const b = data[CHANNELS * i + B]!;
    const need = data[CHANNELS * i + NEED]!;
    const there = lightness * Math.exp(light * need * lightWay);
    const ratio = lightness < LEAST_LIGHTNESS ? 1 : there / lightness;
    const from = convertOklabToSrgbLinear([lightness, a, b]);
    const to = convertOklabToSrgbLinear([
      there,
      a * ratio + colour * need * aPerL * there,
      b * ratio + colour * need * bPerL * there,
    ]);
    for (let c = 0; c < 3; c++)
      gains.data[3 * i + c] =
        lightness < LEAST_LIGHTNESS
          ? 1
          : Math.min(MOST_GAIN, Math.max(0, to[c as 0 | 1 | 2]) / Math.max(1e-5, from[c as 0 | 1 | 2]));
  }
  return gains;
}

/** The kernel of these gains. @param light @param colour how far each is brought there, 0..1 */
export function compileByLight(measures: LightMeasures, light: number, colour: number): PixelKernel {
  const gains = gainsByLight(measures, light, colour);
  const line = new FieldLine(gains, 3, (values, out) => {
    for (let c = 0; c < 3; c++) out[c] = values[c]!;
  });
  return (pixels, count, places) => {
    const gain = line.at(places, count);
    for (let p = 0, at = 0; p < 3 * count; p += 3, at += line.stride) {
      pixels[p]! *= gain[at]!;
      pixels[p + 1]! *= gain[at + 1]!;
      pixels[p + 2]! *= gain[at + 2]!;
    }
  };
}

function sum(values: Float32Array): number {
  return values.reduce((total, value) => total + value, 0);
}

function weightedMean(values: Float32Array, weights: Float32Array): number {
  return values.reduce((total, value, i) => total + weights[i]! * value, 0) / sum(weights);
}
