import { coverage8Of } from './coverage8';

/**
 * Drops specks and fills holes: whatever stands apart from the rest and is nowhere wider than twice the
 * radius. Strands and corners that hang together with the rest stay as they are. A grey opening and closing
 * by the extent of connected components, in one pass over the pixels from the most covered to the least: time
 * does not grow with the radius, and no piece of a picture has to know more than twice the radius about it.
 * @param mask coverage 0..1; not written
 * @param radius in pixels of this raster
 * @see Breen and Jones 1996, "Attribute openings, thinnings, and granulometries"
 * @see Meijster and Wilkinson 2002, "A comparison of algorithms for connected set openings and closings"
 */
export function maskDropSpecks(
  mask: Float32Array,
  width: number,
  height: number,
  radius: number,
): Float32Array {
  const opened = openByExtent(mask, width, height, 2 * radius);
  const inverse = opened.map((value) => 1 - value);
  return openByExtent(inverse, width, height, 2 * radius).map((value) => 1 - value);
}

/**
 * Every connected component of every level that is not wider or higher than `extent` sinks to the level about
 * it.
 */
function openByExtent(mask: Float32Array, width: number, height: number, extent: number): Float32Array {
  const codes = coverage8Of(mask);
  const order = fromMostToLeast(codes);
  const trees = new ComponentTrees(codes, width, extent);
  for (const pixel of order) {
    const column = pixel % width;
    trees.begin(pixel, column, (pixel - column) / width);
    if (column > 0) trees.join(pixel, pixel - 1);
    if (column < width - 1) trees.join(pixel, pixel + 1);
    if (pixel >= width) trees.join(pixel, pixel - width);
    if (pixel < (height - 1) * width) trees.join(pixel, pixel + width);
  }
  const level = new Uint8Array(mask.length);
  const out = mask.slice();
  for (let n = order.length - 1; n >= 0; n--) {
    const pixel = order[n]!;
    const parent = trees.parentOf(pixel);
    level[pixel] = parent === pixel ? codes[pixel]! : level[parent]!;
    if (level[pixel]! < codes[pixel]!) out[pixel] = level[pixel]! / 255;
  }
  return out;
}

function fromMostToLeast(codes: Uint8Array): Int32Array {
  const ends = new Int32Array(257);
  for (const code of codes) ends[256 - code]!++;
  for (let code = 1; code <= 256; code++) ends[code]! += ends[code - 1]!;
  const order = new Int32Array(codes.length);
  for (let pixel = 0; pixel < codes.length; pixel++) order[ends[255 - codes[pixel]!]!++] = pixel;
  return order;
}

/** Components as trees of pixels (union by descent, with halved paths), and the box of each root. */
class ComponentTrees {
  readonly #parent: Int32Array;
  readonly #left: Uint16Array;
  readonly #right: Uint16Array;
  readonly #top: Uint16Array;
  readonly #bottom: Uint16Array;
  readonly #large: Uint8Array;

  constructor(
    readonly codes: Uint8Array,
    readonly width: number,
    readonly extent: number,
  ) {
    this.#parent = new Int32Array(codes.length).fill(-1);
    this.#left = new Uint16Array(codes.length);
    this.#right = new Uint16Array(codes.length);
    this.#top = new Uint16Array(codes.length);
    this.#bottom = new Uint16Array(codes.length);
    this.#large = new Uint8Array(codes.length);
  }

  begin(pixel: number, column: number, row: number): void {
    this.#parent[pixel] = pixel;
    this.#left[pixel] = this.#right[pixel] = column;
    this.#top[pixel] = this.#bottom[pixel] = row;
  }

  /**
   * Joins the component of a neighbour that was begun before; a large one of a higher level stays a peak of
   * its own.
   */
  join(pixel: number, neighbour: number): void {
    if (this.#parent[neighbour]! < 0) return;
    const root = this.#rootOf(neighbour);
    if (root === pixel) return;
    if (this.#large[root] && this.codes[root] !== this.codes[pixel]) {
      this.#large[pixel] = 1;
      return;
    }
    this.#parent[root] = pixel;
    this.#left[pixel] = Math.min(this.#left[pixel]!, this.#left[root]!);
    this.#right[pixel] = Math.max(this.#right[pixel]!, this.#right[root]!);
    this.#top[pixel] = Math.min(this.#top[pixel]!, this.#top[root]!);
    this.#bottom[pixel] = Math.max(this.#bottom[pixel]!, this.#bottom[root]!);
    const widest =
      Math.max(this.#right[pixel]! - this.#left[pixel]!, this.#bottom[pixel]! - this.#top[pixel]!) + 1;
    if (this.#large[root] || widest > this.extent) this.#large[pixel] = 1;
  }

  parentOf(pixel: number): number {
    return this.#parent[pixel]!;
  }

  #rootOf(pixel: number): number {
    let at = pixel;
    while (this.#parent[at] !== at) {
      // All pixels of a tree end on the level of its root: the way there can be made shorter.
      this.#parent[at] = this.#parent[this.#parent[at]!]!;
      at = this.#parent[at]!;
    }
    return at;
  }
}
