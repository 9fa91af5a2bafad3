/**
 * The value at a place of the order of the first so many values; they are shuffled for it.
 * @param n 0 for the smallest, below count
 * @see Hoare 1961, "Algorithm 65: find"
 */
export function nthSmallest(values: Float64Array, count: number, n: number): number {
  let low = 0;
  let high = count - 1;
  while (low < high) {
    const pivot = values[n]!;
    let up = low;
    let down = high;
    while (up <= down) {
      while (values[up]! < pivot) up++;
      while (pivot < values[down]!) down--;
      if (up > down) break;
      const held = values[up]!;
      values[up++] = values[down]!;
      values[down--] = held;
    }
    if (down < n) low = up;
    if (n < up) high = down;
  }
  return values[n]!;
}
