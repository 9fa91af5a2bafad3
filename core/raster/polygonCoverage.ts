/** A corner, pixels of the raster. */
export type PolygonPoint = readonly [x: number, y: number];

/**
 * Which places lie inside: those that the lines go round at all, or those they go round an odd number of
 * times.
 */
export type FillRule = 'nonzero' | 'even-odd';

/**
 * Exact coverage of closed polygons on a raster: the signed area to the right of each edge is summed along
 * the rows, so that a pixel holds the share of it that lies inside.
 * @param loops closed without repeating the first point; pixels of the raster
 * @returns 0..1 per pixel
 * @see Levien 2016, "Inside the fastest font renderer in the world", for the accumulation of areas
 */
export function polygonCoverage(
  loops: readonly (readonly PolygonPoint[])[],
  width: number,
  height: number,
  rule: FillRule = 'nonzero',
): Float32Array {
  const sums = new RowSums(width, height);
  for (const loop of loops) {
    loop.forEach((point, i) => addEdge(sums, point, loop[(i + 1) % loop.length]!));
  }
  const out = new Float32Array(width * height);
  const rows = extent(loops, 1, height);
  const columns = extent(loops, 0, width);
  for (let row = rows.first; row < rows.end; row++) {
    let sum = 0;
    for (let column = columns.first; column < columns.end; column++) {
      const i = row * width + column;
      sum += sums.areas[i]!;
      out[i] = rule === 'nonzero' ? Math.min(1, Math.abs(sum)) : folded(sum);
    }
  }
  return out;
}

/** The rows or columns of a raster that loops may cover. */
function extent(
  loops: readonly (readonly PolygonPoint[])[],
  axis: 0 | 1,
  most: number,
): { readonly first: number; readonly end: number } {
  let [least, greatest] = [Infinity, -Infinity];
  for (const loop of loops)
    for (const point of loop) {
      least = Math.min(least, point[axis]);
      greatest = Math.max(greatest, point[axis]);
    }
  return { first: Math.max(0, Math.floor(least)), end: Math.min(most, Math.ceil(greatest)) };
}

/** Winding 0, 1, 2, 3 … as 0, 1, 0, 1 …, with a straight way between. */
function folded(winding: number): number {
  const within = Math.abs(winding) % 2;
  return within > 1 ? 2 - within : within;
}

function addEdge(sums: RowSums, from: PolygonPoint, to: PolygonPoint): void {
  if (from[1] === to[1]) return;
  const direction = from[1] < to[1] ? 1 : -1;
  const upper = direction > 0 ? from : to;
  const lower = direction > 0 ? to : from;
  const slope = (lower[0] - upper[0]) / (lower[1] - upper[1]);
  const first = Math.max(0, Math.floor(upper[1]));
  const last = Math.min(sums.height - 1, Math.ceil(lower[1]) - 1);
  for (let row = first; row <= last; row++) {
    const y0 = Math.max(row, upper[1]);
    const y1 = Math.min(row + 1, lower[1]);
    const rows = y1 - y0;
    if (rows <= 0) continue;
    const xa = upper[0] + (y0 - upper[1]) * slope;
    const xb = upper[0] + (y1 - upper[1]) * slope;
    sums.add(row, Math.min(xa, xb), Math.max(xa, xb), direction * rows);
  }
}

/** By how much coverage rises from each pixel to the next one of its row. */
class RowSums {
  readonly areas: Float32Array;

  constructor(
    readonly width: number,
    readonly height: number,
  ) {
    this.areas = new Float32Array(width * height + 2);
  }

  /**
   * Spreads an edge's share of one row over the pixels that it crosses; what lies right of it is covered
   * whole.
   */
  add(row: number, left: number, right: number, share: number): void {
    const { areas, width } = this;
    if (left < 0) {
      // What runs beyond the raster's left border covers the row from its first pixel on.
      const beyond = right <= 0 ? 1 : -left / (right - left);
      areas[row * width]! += share * beyond;
      if (beyond < 1) this.add(row, 0, right, share * (1 - beyond));
    } else if (right > width && left < width) {
      this.add(row, left, width, share * ((width - left) / (right - left)));
    } else if (left < width) this.#spread(row, left, right, share);
  }

  /**
   * How much of each pixel lies right of an edge that runs evenly from `left` to `right`, as the difference
   * from pixel to pixel: a parabola at either end, a straight line between.
   */
  #spread(row: number, left: number, right: number, share: number): void {
    const { areas, width } = this;
    const start = row * width;
    const first = Math.floor(left);
    const end = Math.ceil(right);
    const at = start + first;
    // The places are those of this row: beyond its last pixel nothing is kept.
    const room = start + width;
    if (end <= first + 1) {
      const middle = (left + right) / 2 - first;
      areas[at]! += share * (1 - middle);
      if (at + 1 < room) areas[at + 1]! += share * middle;
      return;
    }
    const slope = 1 / (right - left);
    const inFirst = 1 - (left - first);
    const inLast = right - end + 1;
    const head = 0.5 * slope * inFirst * inFirst;
    const tail = 0.5 * slope * inLast * inLast;
    areas[at]! += share * head;
    if (end === first + 2) {
      if (at + 1 < room) areas[at + 1]! += share * (1 - head - tail);
    } else {
      const second = slope * (0.5 + inFirst);
      const last = start + end - 1;
      areas[at + 1]! += share * (second - head);
      for (let i = at + 2; i < last; i++) areas[i]! += share * slope;
      if (last < room) areas[last]! += share * (1 - second - (end - first - 3) * slope - tail);
    }
    if (start + end < room) areas[start + end]! += share * tail;
  }
}
