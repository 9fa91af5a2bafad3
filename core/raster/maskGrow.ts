/**
 * Grows a mask (grey dilation with a disc) or shrinks it (erosion).
 * Between whole radii the results of the two neighbours are mixed.
 * @param mask coverage 0..1; not written
 * @param radius in pixels of this raster; positive grows, negative shrinks, 0 copies
 */
export function maskGrow(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const size = Math.abs(radius), whole = Math.floor(size), rest = size - whole;
  const input = radius < 0 ? inverse(mask) : mask;
  const inner = dilate(input, width, height, whole);
  if (rest > 1e-3) {
    const outer = dilate(input, width, height, whole + 1);
    for (let i = 0; i < inner.length; i++) inner[i]! += rest * (outer[i]! - inner[i]!);
  }
  return radius < 0 ? inverse(inner) : inner;
}

function inverse(mask: Float32Array): Float32Array {
  return mask.map((value) => 1 - value);
}

/** Maximum over a disc: for each row offset the maximum over the chord of the disc there. */
function dilate(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  if (radius === 0) return mask.slice();
  const out = new Float32Array(mask.length), chord = new Float32Array(mask.length);
  let chordReach = -1;
  for (let offset = radius; offset >= 0; offset--) {
    const reach = Math.floor(Math.sqrt(radius * radius - offset * offset));
    if (reach !== chordReach) {
      for (let row = 0; row < height; row++) maximumAlongRow(mask, chord, row * width, width, reach);
      chordReach = reach;
    }
    for (const shift of offset === 0 ? [0] : [-offset, offset]) {
      for (let row = Math.max(0, -shift); row < Math.min(height, height - shift); row++) {
        const from = (row + shift) * width, to = row * width;
        for (let column = 0; column < width; column++) {
          if (chord[from + column]! > out[to + column]!) out[to + column] = chord[from + column]!;
        }
      }
    }
  }
  return out;
}

/** Running maximum by a queue of candidates, constant time per pixel (Lemire 2006). */
function maximumAlongRow(mask: Float32Array, out: Float32Array, start: number, width: number, reach: number): void {
  if (reach === 0) {
    out.set(mask.subarray(start, start + width), start);
    return;
  }
  let head = 0, tail = 0, next = 0;
  const queue = QUEUE.length < width ? (QUEUE = new Int32Array(width)) : QUEUE;
  for (let column = 0; column < width; column++) {
    while (next <= Math.min(width - 1, column + reach)) {
      while (tail > head && mask[start + queue[tail - 1]!]! <= mask[start + next]!) tail--;
      queue[tail++] = next++;
    }
    while (queue[head]! < column - reach) head++;
    out[start + column] = mask[start + queue[head]!]!;
  }
}
let QUEUE = new Int32Array(0);
