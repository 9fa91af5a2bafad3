import { newField } from '../raster/field';
import type { Field } from '../raster/field';
import { areaLowPass } from '../raster/lowPass';
import type { AreaLowPass } from '../raster/lowPass';
import type { AreaInput } from './areaInput';
import { oklabGrid } from './oklabGrid';
import { measureTrend, readTrend } from './trend';
import type { Trend } from './trend';

/**
 * Channels of the field: OKLab steps by which a place departs from the trend; what of them is blush; how much
 * a mark darkens.
 */
export const DEPARTURE = {
  hueA: 0,
  hueB: 1,
  saturationA: 2,
  saturationB: 3,
  lightness: 4,
  blushHueA: 5,
  blushHueB: 6,
  blushSaturationA: 7,
  blushSaturationB: 8,
  blushLightness: 9,
  mark: 10,
  channels: 11,
} as const;

/**
 * Radius of blotches as a share of the square root of the area, which stands in for the face where none is
 * known.
 */
const SIZE_SHARE = 0.025;
/**
 * In blotch radii: colour is smoothed over less, as pores have next to none; shading and blush are broader.
 */
const COLOUR_RADII = 0.1;
const FORM_RADII = 1.6;
const BLUSH_RADII = 2.4;
/** A mark is darker than its surroundings by this much OKLab lightness. */
const MARK_DEPTH = 0.035;
/**
 * What redness does to OKLab lightness where it is blood under the skin, per OKLab a: blood takes green light
 * away (Tsumura 1999, independent components of skin colour: haemoglobin). Measured on the made-up portraits.
 */
const BLOOD_SLOPE = -2.1;
/** Where redness darkens less than this, it is not blood. */
const LEAST_SLOPE = -0.4;
const MOST_PIXELS = 300_000;

/**
 * Departs: what is left of a low-passed place when the area's trend at its lightness is taken away, split
 * along and across the trend. Lightness departs by what blood took, and in the band between blotches and the
 * form of the face. Pores are finer than the low-pass and never looked at.
 * @param size radius of the smallest blotches in pixels of the photo; null suits it to the area
 * @returns undefined when the area covers nothing
 */
export function measureDepartures(input: AreaInput, size: number | null): Field | undefined {
  const grid = oklabGrid(input, MOST_PIXELS);
  const { outWidth: width, outHeight: height } = grid.region;
  const [light, planeA, planeB] = grid.planes as [Float32Array, Float32Array, Float32Array];
  const total = grid.weights.reduce((sum, value) => sum + value, 0);
  const radius = Math.max(
    1,
    size === null ? SIZE_SHARE * Math.sqrt(total) : (size * width) / grid.region.width,
  );
  const all = [radius, FORM_RADII * radius].map((sigma) => areaLowPass(grid.weights, width, height, sigma));
  const [blotchOfAll, formOfAll] = all as [AreaLowPass, AreaLowPass];
  const slope = bloodSlope(grid.weights, {
    smooth: blotchOfAll.of(light),
    shape: formOfAll.of(light),
    a: blotchOfAll.of(planeA),
    shapeA: formOfAll.of(planeA),
  });
  // What is dark as blood is dark is no mark.
  const unbled = light.map((level, i) => level - slope * planeA[i]!);
  const darker = marksOf(unbled, grid.weights, { width, height, radius });
  const weights = grid.weights.map((weight, i) => (darker[i]! < 0 ? 0 : weight));
  const fine = areaLowPass(weights, width, height, COLOUR_RADII * radius);
  const blotch = areaLowPass(weights, width, height, radius);
  const form = areaLowPass(weights, width, height, FORM_RADII * radius);
  const a = fine.of(planeA);
  const b = fine.of(planeB);
  // Lightness as it would be without blood: blotches must not pass for shade.
  const bloodless = fine.of(light).map((level, i) => level - slope * a[i]!);
  const trend = measureTrend([bloodless, a, b], grid.weights);
  if (!trend) return undefined;
  const field = newField(grid.region, DEPARTURE.channels);
  const seen = { trend, bloodless };
  const rest = splitRest(field, seen, { a, b, weight: fine.weight });
  const smoothBloodless = blotch.of(bloodless);
  const shapeBloodless = form.of(bloodless);
  const broad = areaLowPass(weights, width, height, BLUSH_RADII * radius);
  splitBlush(field, seen, { red: broad.of(rest.red), yellow: broad.of(rest.yellow), slope });
  for (let i = 0; i < a.length; i++) {
    const at = DEPARTURE.channels * i;
    // Blood darkens as finely as it reddens: followed more broadly, the outlines of blotches stay.
    field.data[at + DEPARTURE.lightness] = smoothBloodless[i]! - shapeBloodless[i]! + slope * rest.red[i]!;
    field.data[at + DEPARTURE.mark] = darker[i]!;
  }
  return field;
}

/** The trend of an area, and its lightness as it would be without blood. */
interface Seen {
  readonly trend: Trend;
  readonly bloodless: Float32Array;
}

/**
 * Direction of the trend at a place: the part of a departure along it is saturation, the part across it hue.
 */
function directionOf(along: { readonly a: number; readonly b: number }): readonly [u: number, v: number] {
  const length = Math.hypot(along.a, along.b) || 1;
  return [along.a / length, along.b / length];
}

/**
 * Writes what is left of colour when the trend is taken away, along and across it.
 * @returns all of it, OKLab a and b
 */
function splitRest(
  { data }: Field,
  { trend, bloodless }: Seen,
  { a, b, weight }: { readonly a: Float32Array; readonly b: Float32Array; readonly weight: Float32Array },
): { readonly red: Float32Array; readonly yellow: Float32Array } {
  const red = new Float32Array(a.length);
  const yellow = new Float32Array(a.length);
  const along = { a: 0, b: 0 };
  for (let i = 0; i < a.length; i++) {
    if (weight[i]! < LEAST_WEIGHT) continue;
    readTrend(trend, bloodless[i]!, along);
    const [u, v] = directionOf(along);
    const restA = a[i]! - along.a;
    const restB = b[i]! - along.b;
    const radial = restA * u + restB * v;
    const at = DEPARTURE.channels * i;
    data[at + DEPARTURE.saturationA] = radial * u;
    data[at + DEPARTURE.saturationB] = radial * v;
    data[at + DEPARTURE.hueA] = restA - radial * u;
    data[at + DEPARTURE.hueB] = restB - radial * v;
    red[i] = restA;
    yellow[i] = restB;
  }
  return { red, yellow };
}
/** Where the area covers less about a place, nothing is told of it. */
const LEAST_WEIGHT = 1e-3;

/**
 * Writes the broad redness, split like the departure itself: what one share took, only that share gives back.
 */
function splitBlush(
  { data }: Field,
  { trend, bloodless }: Seen,
  {
    red,
    yellow,
    slope,
  }: { readonly red: Float32Array; readonly yellow: Float32Array; readonly slope: number },
): void {
  const along = { a: 0, b: 0 };
  for (let i = 0; i < red.length; i++) {
    const blush = Math.max(0, red[i]!);
    readTrend(trend, bloodless[i]!, along);
    const [u, v] = directionOf(along);
    const yellowness = blush > 0 ? yellow[i]! : 0;
    const radial = blush * u + yellowness * v;
    const at = DEPARTURE.channels * i;
    data[at + DEPARTURE.blushSaturationA] = radial * u;
    data[at + DEPARTURE.blushSaturationB] = radial * v;
    data[at + DEPARTURE.blushHueA] = blush - radial * u;
    data[at + DEPARTURE.blushHueB] = yellowness - radial * v;
    data[at + DEPARTURE.blushLightness] = slope * blush;
  }
}

/**
 * By how much OKLab lightness freckles, moles and single hairs are darker than what is around them; 0
 * elsewhere.
 */
function marksOf(
  lightness: Float32Array,
  weights: Float32Array,
  { width, height, radius }: { readonly width: number; readonly height: number; readonly radius: number },
): Float32Array {
  const near = areaLowPass(weights, width, height, radius / 8).of(lightness);
  const around = areaLowPass(weights, width, height, 0.8 * radius).of(lightness);
  return near.map((level, i) =>
    weights[i]! > 0 && around[i]! - level > MARK_DEPTH ? level - around[i]! : 0,
  );
}

/** How lightness follows redness within the band of blotches, told by the reddest of them. */
function bloodSlope(
  weights: Float32Array,
  {
    smooth,
    shape,
    a,
    shapeA,
  }: {
    readonly smooth: Float32Array;
    readonly shape: Float32Array;
    readonly a: Float32Array;
    readonly shapeA: Float32Array;
  },
): number {
  let square = 0;
  let count = 0;
  let product = 0;
  let strong = 0;
  for (let i = 0; i < a.length; i++) {
    if (weights[i]! < 0.9) continue;
    square += (a[i]! - shapeA[i]!) ** 2;
    count++;
  }
  const limit = 1.5 * Math.sqrt(square / Math.max(1, count));
  for (let i = 0; i < a.length; i++) {
    const redder = a[i]! - shapeA[i]!;
    if (weights[i]! < 0.9 || redder <= limit) continue;
    product += redder * (smooth[i]! - shape[i]!);
    strong += redder * redder;
  }
  return strong > 0 && product / strong < LEAST_SLOPE ? BLOOD_SLOPE : 0;
}
