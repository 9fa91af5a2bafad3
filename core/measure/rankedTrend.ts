import type { AreaPlanes } from '../raster/halveArea';

/** OKLab of a part at equal steps of its lightness ranks, dark to light. */
export type RankedTrend = readonly (readonly [number, number, number])[];

/** Ranks at which rows stand, as shares of the area; the ends leave hairs, edges and glints out. */
const FIRST_RANK = 0.02;
const LAST_RANK = 0.98;
const ROWS = 25;
const LEAST_WEIGHT = 0.75;

/**
 * The part's colours in the order of their lightness, in 25 rows from the 2nd to the 98th percentile. Each
 * row is the mean of the pixels about its rank, so that two rows of two photos speak of the same share of the
 * part.
 * @param grid planes of OKLab
 * @returns undefined when the area holds next to nothing
 */
export function measureRankedTrend({
  planes,
  weights,
}: Pick<AreaPlanes, 'planes' | 'weights'>): RankedTrend | undefined {
  const [lightness, a, b] = planes as [Float32Array, Float32Array, Float32Array];
  const order: number[] = [];
  weights.forEach((weight, i) => weight >= LEAST_WEIGHT && order.push(i));
  if (order.length < ROWS) return undefined;
  order.sort((p, q) => lightness[p]! - lightness[q]!);
  const reach = Math.max(1, Math.floor(order.length / (2 * ROWS)));
  const rows = Array.from({ length: ROWS }, (_, row): [number, number, number] => {
    const middle = Math.round((order.length - 1) * rankOf(row));
    const from = Math.max(0, middle - reach);
    const members = order.slice(from, middle + reach + 1);
    const mean = (plane: Float32Array) => members.reduce((sum, i) => sum + plane[i]!, 0) / members.length;
    return [mean(lightness), mean(a), mean(b)];
  });
  // Lightness must rise from row to row, also where an area is flat.
  for (let row = 1; row < ROWS; row++) rows[row]![0] = Math.max(rows[row]![0], rows[row - 1]![0] + 1e-4);
  return rows;
}

function rankOf(row: number): number {
  return FIRST_RANK + ((LAST_RANK - FIRST_RANK) * row) / (ROWS - 1);
}
