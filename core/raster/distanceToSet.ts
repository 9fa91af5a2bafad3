/** Squares of distances fit into 32 bits up to here. */
const FAR = 40_000;

/**
 * The Euclidean distance of every pixel's centre to the nearest pixel of a set, in two passes: along the
 * columns, then along the rows by the lower envelope of parabolas. Time does not grow with distance.
 * @param inSet 1 for pixels of the set
 * @param most beyond this distance the result is Infinity, which saves time; pixels
 * @param out receives the distances in pixels
 * @see Felzenszwalb and Huttenlocher 2012, "Distance transforms of sampled functions"
 */
export function distanceToSet(
  inSet: Uint8Array,
  out: Float32Array,
  { width, height, most }: { readonly width: number; readonly height: number; readonly most: number },
): void {
  const down = columnDistances(inSet, width, height);
  const places = new Int32Array(width);
  const starts = new Float64Array(width + 1);
  const limit = Math.min(FAR, Math.ceil(most));
  for (let row = 0; row < height; row++) {
    const start = row * width;
    let count = 0;
    for (let column = 0; column < width; column++) {
      const own = down[start + column]!;
      if (own > limit) continue;
      const height2 = own * own + column * column;
      let from = -Infinity;
      while (count > 0) {
        const last = places[count - 1]!;
        const lastDown = down[start + last]!;
        from = (height2 - lastDown * lastDown - last * last) / (2 * (column - last));
        if (from > starts[count - 1]!) break;
        count--;
        from = -Infinity;
      }
      places[count] = column;
      starts[count++] = from;
    }
    if (count === 0) {
      out.fill(Infinity, start, start + width);
      continue;
    }
    starts[count] = Infinity;
    for (let column = 0, n = 0; column < width; column++) {
      while (starts[n + 1]! < column) n++;
      const across = column - places[n]!;
      const below = down[start + places[n]!]!;
      out[start + column] = Math.sqrt(across * across + below * below);
    }
  }
}

/** Rows to the nearest pixel of the set in the same column. */
function columnDistances(inSet: Uint8Array, width: number, height: number): Uint16Array {
  const down = new Uint16Array(width * height);
  for (let i = 0; i < down.length; i++) {
    const above = i < width ? FAR : down[i - width]!;
    down[i] = inSet[i] ? 0 : Math.min(FAR, above + 1);
  }
  for (let i = down.length - width - 1; i >= 0; i--) down[i] = Math.min(down[i]!, down[i + width]! + 1);
  return down;
}
