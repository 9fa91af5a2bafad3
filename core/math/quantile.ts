import { nthSmallest } from './nthSmallest';

/**
 * The value that a share of some values lies below, itself one of them; undefined where there are none.
 * @param share 0..1, below 1
 */
export function quantile(values: ArrayLike<number>, share: number): number | undefined {
  const shuffled = Float64Array.from(values);
  const count = shuffled.length;
  return count === 0 ? undefined : nthSmallest(shuffled, count, Math.floor(share * count));
}
