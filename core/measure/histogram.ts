import { clamp } from '../math/clamp';
import { encodeSrgb } from '../colour/transfer';
import type { AreaInput } from './areaInput';

/** Shares of an area per band of 8-bit codes: red, green, blue; each sums to 1. */
export type Histogram = readonly [readonly number[], readonly number[], readonly number[]];

const BANDS = 64;

/** Counts an area’s pixels by their 8-bit codes, weighed by coverage. */
export function measureHistogram({
  pixels: { data },
  coverage,
}: Pick<AreaInput, 'pixels' | 'coverage'>): Histogram {
  const bands = [0, 1, 2].map(() => new Array<number>(BANDS).fill(0)) as [number[], number[], number[]];
  let total = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    const weight = coverage.data[i]!;
    if (weight === 0) continue;
    total += weight;
    for (let c = 0; c < 3; c++)
      bands[c as 0 | 1 | 2][
        clamp(Math.floor(BANDS * encodeSrgb(Math.max(0, data[3 * i + c]!))), 0, BANDS - 1)
      ]! += weight;
  }
  return bands.map((band) => band.map((weight) => (total > 0 ? weight / total : 0))) as unknown as Histogram;
}
