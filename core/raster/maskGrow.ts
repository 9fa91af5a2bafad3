import { distanceToSet } from './distanceToSet';

/** Up to this radius the maximum over the disc is taken as it stands; beyond, by distances to the mask's levels. */
const SMALL_RADIUS = 8;
/** Levels of coverage between nothing and the most; between two of them the way is straight. */
const LEVELS = 10;
const LEAST_COVERAGE = 1 / 510;

/**
 * Grows a mask (grey dilation with a disc) or shrinks it (erosion). Large radii take no longer than middling ones.
 * @param mask coverage 0..1; not written
 * @param radius in pixels of this raster; positive grows, negative shrinks, 0 copies
 */
export function maskGrow(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const size = Math.abs(radius);
  const input = radius < 0 ? inverse(mask) : mask;
  const grown = size > SMALL_RADIUS ? growByLevels(input, width, height, size) : growByDisc(input, width, height, size);
  return radius < 0 ? inverse(grown) : grown;
}

function inverse(mask: Float32Array): Float32Array {
  return mask.map((value) => 1 - value);
}

/**
 * The maximum over a disc is the highest level whose set lies within the radius: from one level's distance to the
 * next one's, coverage goes evenly.
 */
function growByLevels(mask: Float32Array, width: number, height: number, radius: number): Float32Array {
  const out = mask.slice();
  const inSet = new Uint8Array(mask.length);
  let higher: { readonly level: number; readonly distance: Float32Array } | undefined;
  for (const level of levelsOf(mask)) {
    for (let i = 0; i < mask.length; i++) inSet[i] = mask[i]! >= level ? 1 : 0;
    const distance = new Float32Array(mask.length);
    distanceToSet(inSet, width, height, radius + 1, distance);
    for (let i = 0; i < out.length; i++) {
      if (distance[i]! > radius) continue;
      const beyond = higher ? higher.distance[i]! : Infinity;
      // Within reach of the next level too: that one has had its say.
      if (beyond <= radius) continue;
      const between = beyond < Infinity ? (radius - distance[i]!) / (beyond - distance[i]!) : 0;
      const value = higher ? level + between * (higher.level - level) : level;
      if (value > out[i]!) out[i] = value;
    }
    higher = { level, distance };
  }
  return out;
}

/** From the highest to the lowest, spaced so that each step holds about as many of the pixels between. */
function levelsOf(mask: Float32Array): number[] {
  const counts = new Uint32Array(256);
  let most = 0;
  let between = 0;
  for (const value of mask) {
    most = Math.max(most, value);
    const code = Math.round(255 * value);
    if (code < 1 || code > 254) continue;
    counts[code]!++;
    between++;
  }
  if (most < LEAST_COVERAGE) return [];
  const levels = new Set([most]);
  let passed = 0;
  for (let code = 254; code >= 1; code--) {
    const before = Math.floor((passed * LEVELS) / Math.max(1, between));
    passed += counts[code]!;
    if (Math.floor((passed * LEVELS) / Math.max(1, between)) > before) levels.add((code - 0.5) / 255);
  }
  levels.add(LEAST_COVERAGE);
  return [...levels].filter((level) => level <= most);
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
