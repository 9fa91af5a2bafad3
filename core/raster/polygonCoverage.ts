export type PolygonPoint = readonly [x: number, y: number];

/** Which places lie inside: those that the lines go round at all, or those they go round an odd number of times. */
export type FillRule = 'nonzero' | 'even-odd';

/**
 * Exact coverage of closed polygons on a raster: the signed area to the right of each edge is summed along
 * the rows, so that a pixel holds the share of it that lies inside.
 * @param loops closed without repeating the first point; pixels of the raster
 * @returns 0..1 per pixel
 * @see Levien 2016, "Inside the fastest font renderer in the world", for the accumulation of areas
 */
export function polygonCoverage(loops: readonly (readonly PolygonPoint[])[], width: number, height: number, rule: FillRule = 'nonzero'): Float32Array {
  const areas = new Float32Array(width * height + 2);
  for (const loop of loops) {
    loop.forEach((point, i) => addEdge(areas, width, height, point, loop[(i + 1) % loop.length]!));
  }
  const out = new Float32Array(width * height);
  for (let row = 0; row < height; row++) {
    let sum = 0;
    for (let column = 0, i = row * width; column < width; column++, i++) {
      sum += areas[i]!;
      out[i] = rule === 'nonzero' ? Math.min(1, Math.abs(sum)) : folded(sum);
    }
  }
  return out;
}

/** Winding 0, 1, 2, 3 … as 0, 1, 0, 1 …, with a straight way between. */
function folded(winding: number): number {
  const within = Math.abs(winding) % 2;
  return within > 1 ? 2 - within : within;
}

function addEdge(areas: Float32Array, width: number, height: number, from: PolygonPoint, to: PolygonPoint): void {
  if (from[1] === to[1]) return;
  const direction = from[1] < to[1] ? 1 : -1, [upper, lower] = direction > 0 ? [from, to] : [to, from];
  const slope = (lower[0] - upper[0]) / (lower[1] - upper[1]);
  const first = Math.max(0, Math.floor(upper[1])), last = Math.min(height - 1, Math.ceil(lower[1]) - 1);
  for (let row = first; row <= last; row++) {
    const y0 = Math.max(row, upper[1]), y1 = Math.min(row + 1, lower[1]), rows = y1 - y0;
    if (rows <= 0) continue;
    const xa = upper[0] + (y0 - upper[1]) * slope, xb = upper[0] + (y1 - upper[1]) * slope;
    addSpan(areas, row * width, width, Math.min(xa, xb), Math.max(xa, xb), direction * rows);
  }
}

/** Spreads an edge's share of one row over the pixels that it crosses; what lies right of it is covered whole. */
function addSpan(areas: Float32Array, start: number, width: number, left: number, right: number, share: number): void {
  if (left < 0) {
    // What runs beyond the raster's left border covers the row from its first pixel on.
    const beyond = right <= 0 ? 1 : -left / (right - left);
    areas[start]! += share * beyond;
    if (beyond < 1) addSpan(areas, start, width, 0, right, share * (1 - beyond));
    return;
  }
  if (right > width && left < width) return addSpan(areas, start, width, left, width, share * ((width - left) / (right - left)));
  const x0 = left, x1 = right;
  if (x0 >= width) return;
  const first = Math.floor(x0), last = Math.min(width - 1, Math.max(first, Math.ceil(x1) - 1)), length = x1 - x0;
  let before = 0;
  for (let column = first; column <= last; column++) {
    // Mean over the piece of edge up to this pixel's end of how much of the pixel lies right of it.
    const upTo = coveredUpTo(column + 1, x0, x1, length);
    if (start + column < areas.length) areas[start + column]! += share * (upTo - before);
    before = upTo;
  }
  if (last + 1 < width) areas[start + last + 1]! += share * (1 - before);
}

/** How much of the pixel that ends at `end` lies right of an edge that runs evenly from x0 to x1. */
function coveredUpTo(end: number, x0: number, x1: number, length: number): number {
  if (length < 1e-9) return Math.min(1, Math.max(0, end - x0));
  const integral = (x: number) => (x <= x0 ? 0 : x >= x1 ? length * length / 2 + (x - x1) * length : ((x - x0) ** 2) / 2);
  return (integral(end) - integral(end - 1)) / length;
}
