import { smoothstep } from '../math/smoothstep';
import { RADIANS_PER_DEGREE, wrapDegrees } from '../colour/angles';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import type { AreaInput } from './areaInput';

/** A group of hue that a picture really contains. */
export interface Family {
  /** OKLCh degrees of its densest hue */
  readonly hue: number;
  /** of the area, 0..1 */
  readonly share: number;
  /** mean colour, linear sRGB */
  readonly srgbLinear: readonly [number, number, number];
}

const BINS = 72;
const SMOOTH_BINS = 1.6;
const LEAST_CHROMA = 0.015;
const LEAST_SHARE = 0.01;
const LEAST_PEAK = 0.08;
const MOST_FAMILIES = 8;

/** The peaks of an area's hue, each with what lies nearer to it than to the others; the largest first. */
export function findFamilies({
  pixels: { data },
  coverage,
}: Pick<AreaInput, 'pixels' | 'coverage'>): Family[] {
  const weights = new Float64Array(BINS);
  const colours = Array.from({ length: BINS }, () => [0, 0, 0, 0] as [number, number, number, number]);
  let total = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    const weight = coverage.data[i]! / 255;
    if (weight === 0) continue;
    const colour = [data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!] as const;
    const [, a, b] = convertSrgbLinearToOklab(colour);
    const chroma = Math.hypot(a, b);
    total += weight;
    if (chroma < LEAST_CHROMA) continue;
    const bin = Math.floor(wrapDegrees(Math.atan2(b, a) / RADIANS_PER_DEGREE) / (360 / BINS)) % BINS;
    const sum = colours[bin]!;
    weights[bin]! += weight * chroma;
    for (let c = 0; c < 3; c++) sum[c as 0 | 1 | 2] += weight * colour[c as 0 | 1 | 2];
    sum[3] += weight;
  }
  const smooth = Array.from({ length: BINS }, (_, bin) =>
    Array.from(
      { length: BINS },
      (_unused, other) => weights[other]! * Math.exp(-0.5 * (circular(bin, other) / SMOOTH_BINS) ** 2),
    ).reduce((sum, value) => sum + value, 0),
  );
  const highest = Math.max(...smooth);
  const isPeak = (bin: number) =>
    smooth[bin]! > smooth[(bin + BINS - 1) % BINS]! &&
    smooth[bin]! >= smooth[(bin + 1) % BINS]! &&
    smooth[bin]! >= LEAST_PEAK * highest;
  const peaks = total > 0 ? [...smooth.keys()].filter(isPeak) : [];
  return peaks
    .map((peak): Family => {
      const sum = [0, 0, 0, 0];
      colours.forEach((colour, bin) => {
        if (peaks.every((other) => circular(bin, peak) <= circular(bin, other)))
          colour.forEach((value, c) => (sum[c]! += value));
      });
      return {
        hue: (peak + 0.5) * (360 / BINS),
        share: sum[3]! / total,
        srgbLinear: [sum[0]! / sum[3]!, sum[1]! / sum[3]!, sum[2]! / sum[3]!],
      };
    })
    .filter(({ share }) => share >= LEAST_SHARE)
    .sort((p, q) => q.share - p.share)
    .slice(0, MOST_FAMILIES);
}

function circular(bin: number, other: number): number {
  const apart = Math.abs(bin - other);
  return Math.min(apart, BINS - apart);
}

/**
 * How much a hue belongs to each family, 0..1, at most 1 together: shared between the two that it lies
 * between.
 * @param hue OKLCh degrees
 * @param families hues of the families, OKLCh degrees
 */
export function presence(hue: number, families: readonly number[]): number[] {
  if (families.length === 1) return [1];
  const ahead = families.map((family) => wrapDegrees(family - hue));
  const next = ahead.indexOf(Math.min(...ahead));
  const before = ahead.indexOf(Math.max(...ahead));
  const up = ahead[next]!;
  const down = 360 - ahead[before]!;
  const share = up + down > 0 ? down / (up + down) : 1;
  const soft = smoothstep(share);
  return families.map((_, i) => (i === next ? soft : 0) + (i === before ? 1 - soft : 0));
}
