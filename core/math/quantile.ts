/**
 * The value that a share of some values lies below, itself one of them; undefined where there are none.
 * @param share 0..1, below 1
 */
export function quantile(values: ArrayLike<number>, share: number): number | undefined {
  const sorted = Float64Array.from(values).sort();
  return sorted[Math.floor(share * sorted.length)];
}
