import { distanceToSet } from './distanceToSet';

/**
 * Up to this radius the maximum over the disc is taken as it stands; beyond, by distances to the mask's
 * levels.
 */
const SMALL_RADIUS = 8;
/** So many levels of coverage, the same for every mask, so that pieces of a picture fit together. */
const LEVELS = 16;
const LEAST_COVERAGE = 1 / 510;
/** Levels lie beside the halves and quarters that straight edges give: there a rounding would decide. */
const OFF_ROUND = 0.37;
/**
 * Beyond the radius, distances are known so far; whoever grows a piece of a picture has to see as much about
 * it.
 */
export const GROW_MARGIN = 8;

/**
 * Grows a mask (grey dilation with a disc) or shrinks it (erosion). Large radii take no longer than middling
 * ones.
 * @param mask coverage 0..1; not written
 * @param radius in pixels of this raster; positive grows, negative shrinks, 0 copies
 */
export function maskGrow(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const size = Math.abs(radius);
  const input = radius < 0 ? inverse(mask) : mask;
  const grown =
    size > SMALL_RADIUS ? growByLevels(input, width, height, size) : growByDisc(input, width, height, size);
  return radius < 0 ? inverse(grown) : grown;
}

function inverse(mask: Float32Array): Float32Array {
  return mask.map((value) => 1 - value);
}

/**
 * The maximum over a disc is the highest level whose set lies within the radius: from one level's distance to
 * the next one's, coverage goes evenly.
 */
function growByLevels(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const out = mask.slice();
  const inSet = new Uint8Array(mask.length);
  let distance = new Float32Array(mask.length).fill(Infinity);
  let higher = distance;
  let known = 0;
  for (let n = LEVELS; n >= 0; n--) {
    let count = 0;
    for (let i = 0; i < mask.length; i++) {
      inSet[i] = mask[i]! >= levelAt(n) ? 1 : 0;
      count += inSet[i]!;
    }
    higher = distance;
    // The sets lie within each other: as many pixels are the same pixels.
    if (count !== known) {
      distance = new Float32Array(mask.length);
      distanceToSet(inSet, distance, { width, height, most: radius + GROW_MARGIN });
    }
    known = count;
    if (distance !== higher || n === LEVELS) raiseWithin(out, radius, { n, distance, higher });
  }
  return out;
}

function levelAt(n: number): number {
  return n >= LEVELS ? 1 - LEAST_COVERAGE : Math.max(LEAST_COVERAGE, (n - OFF_ROUND) / LEVELS);
}

/**
 * Raises what lies within the radius of a level, and not of the next one, which has had its say. How near the
 * next one is counts as far as it is seen: the less the farther, so that nothing jumps where it is lost from
 * sight.
 */
function raiseWithin(
  out: Float32Array,
  radius: number,
  {
    n,
    distance,
    higher,
  }: { readonly n: number; readonly distance: Float32Array; readonly higher: Float32Array },
): void {
  const level = n === LEVELS ? 1 : levelAt(n);
  const step = n === LEVELS ? 0 : levelAt(n + 1) - level;
  for (let i = 0; i < out.length; i++) {
    const own = distance[i]!;
    const beyond = higher[i]!;
    if (own > radius || (beyond <= radius && n < LEVELS)) continue;
    const seen = (radius + GROW_MARGIN - beyond) / GROW_MARGIN;
    const value = seen > 0 && step > 0 ? level + ((radius - own) / (beyond - own)) * seen * step : level;
    if (value > out[i]!) out[i] = value;
  }
}

/** Between whole radii the results of the two neighbours are mixed. */
function growByDisc(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const whole = Math.floor(radius);
  const rest = radius - whole;
  const inner = dilate(mask, width, height, whole);
  if (rest > 1e-3) {
    const outer = dilate(mask, width, height, whole + 1);
    for (let i = 0; i < inner.length; i++) inner[i]! += rest * (outer[i]! - inner[i]!);
  }
  return inner;
}

/** Maximum over a disc: for each row offset the maximum over the chord of the disc there. */
function dilate(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  if (radius === 0) return mask.slice();
  const out = new Float32Array(mask.length);
  const chord = new Float32Array(mask.length);
  let chordReach = -1;
  for (let offset = radius; offset >= 0; offset--) {
    const reach = Math.floor(Math.sqrt(radius * radius - offset * offset));
    if (reach !== chordReach) {
      for (let row = 0; row < height; row++)
        maximumAlongRow(mask, chord, { start: row * width, width, reach });
      chordReach = reach;
    }
    for (const shift of offset === 0 ? [0] : [-offset, offset]) {
      for (let row = Math.max(0, -shift); row < Math.min(height, height - shift); row++) {
        const from = (row + shift) * width;
        const to = row * width;
        for (let column = 0; column < width; column++) {
          if (chord[from + column]! > out[to + column]!) out[to + column] = chord[from + column]!;
        }
      }
    }
  }
  return out;
}

/** Running maximum by a queue of candidates, constant time per pixel (Lemire 2006). */
function maximumAlongRow(
  mask: Float32Array,
  out: Float32Array,
  { start, width, reach }: { readonly start: number; readonly width: number; readonly reach: number },
): void {
  if (reach === 0) {
    out.set(mask.subarray(start, start + width), start);
    return;
  }
  let head = 0;
  let tail = 0;
  let next = 0;
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
