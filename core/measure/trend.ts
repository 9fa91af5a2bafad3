import { clamp } from '../math/clamp';
import { convertSrgbLinearToOklab } from '../colour/oklab';

/** A part's colour over its lightness: OKLab a/L and b/L in equal steps of L from 0 to 1. */
export interface Trend {
  readonly aPerL: Float32Array;
  readonly bPerL: Float32Array;
}

const STEPS = 64;
const SMOOTH_STEPS = 2.5;
/** From the 5th percentile to the median of a/L on skin that is even: 1.64 standard deviations of 0.004. */
const NORMAL_RANGE = 0.0066;
/** At most about this many pixels are looked at. */
const MOST_PIXELS = 60_000;

/**
 * The robust centre of an area's colour at each lightness: the median, or for redness the even part's where
 * most is redder than that. Toward black a/L and b/L stay, as OKLab scales with exposure; toward white a and
 * b stay.
 * @param oklab planes of L, a and b
 * @param weights 0..1 per pixel; under a half counts nothing
 * @returns undefined when the area holds nothing
 */
export function measureTrend(
  oklab: readonly [Float32Array, Float32Array, Float32Array],
  weights: Float32Array,
): Trend | undefined {
  const [lightness, a, b] = oklab;
  const bins: number[][] = Array.from({ length: STEPS }, () => []);
  const stride = Math.max(1, Math.round(weights.length / MOST_PIXELS));
  for (let i = 0; i < weights.length; i += stride) {
    const level = lightness[i]!;
    if (weights[i]! >= 0.5 && level > 0.02) bins[Math.min(STEPS - 1, Math.floor(level * STEPS))]!.push(i);
  }
  if (bins.every(({ length }) => length === 0)) return undefined;
  const centre = (of: Float32Array, pick: (sorted: readonly number[]) => number) =>
    smoothed(bins, (members) => pick(members.map((i) => of[i]! / lightness[i]!).sort((p, q) => p - q)));
  return { aPerL: centre(a, lowered), bPerL: centre(b, (sorted) => valueAt(sorted, 0.5)) };
}

/** @param out receives a and b of the trend at an OKLab lightness */
export function readTrend({ aPerL, bPerL }: Trend, lightness: number, out: { a: number; b: number }): void {
  const place = clamp(lightness * STEPS - 0.5, 0, STEPS - 1);
  const step = Math.min(STEPS - 2, place | 0);
  const part = place - step;
  const level = Math.max(0, lightness);
  out.a = level * (aPerL[step]! + part * (aPerL[step + 1]! - aPerL[step]!));
  out.b = level * (bPerL[step]! + part * (bPerL[step + 1]! - bPerL[step]!));
}

/** Planes of OKLab of interleaved linear sRGB. */
export function oklabPlanes(data: Float32Array): [Float32Array, Float32Array, Float32Array] {
  const count = data.length / 3;
  const planes: [Float32Array, Float32Array, Float32Array] = [
    new Float32Array(count),
    new Float32Array(count),
    new Float32Array(count),
  ];
  for (let i = 0; i < count; i++) {
    const colour = convertSrgbLinearToOklab([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]);
    for (let c = 0; c < 3; c++) planes[c as 0 | 1 | 2][i] = colour[c as 0 | 1 | 2];
  }
  return planes;
}

/**
 * A value per bin, where bins that hold more speak louder and empty ones are spoken for by their neighbours.
 */
function smoothed(
  bins: readonly (readonly number[])[],
  centre: (members: readonly number[]) => number,
): Float32Array {
  const centres = bins.map((members) => (members.length > 0 ? centre(members) : 0));
  return Float32Array.from(bins, (_, bin) => {
    let sum = 0;
    let weight = 0;
    for (let other = 0; other < STEPS; other++) {
      const share =
        bins[other]!.length *
        (Math.exp(-0.5 * ((other - bin) / SMOOTH_STEPS) ** 2) + 1e-6 / (1 + Math.abs(other - bin) ** 4));
      sum += share * centres[other]!;
      weight += share;
    }
    return sum / weight;
  });
}

/** Blood under the skin pulls a part's redness to one side alone, and may cover most of it. */
const lowered = (sorted: readonly number[]) => {
  const low = valueAt(sorted, 0.05);
  const median = valueAt(sorted, 0.5);
  return low + Math.min(median - low, NORMAL_RANGE);
};

function valueAt(sorted: readonly number[], share: number): number {
  return sorted[Math.floor(share * (sorted.length - 1))]!;
}
