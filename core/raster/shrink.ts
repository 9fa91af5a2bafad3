import type { LinearRaster, PixelRun } from './raster';

/** Lobes of the filter on each side. */
const LOBES = 3;

/** Pixels of the photo beside a result pixel that its filter looks at. @param shrink photo pixels per result pixel */
export function shrinkReach(shrink: number): number {
  return Math.ceil(LOBES * shrink) + 1;
}

/** Lanczos's window of three lobes (Duchon 1979). */
function lanczos(x: number): number {
  if (x === 0) return 1;
  if (Math.abs(x) >= LOBES) return 0;
  const turn = Math.PI * x;
  return (LOBES * Math.sin(turn) * Math.sin(turn / LOBES)) / (turn * turn);
}

interface Taps {
  readonly first: number;
  readonly weights: Float32Array;
}

/**
 * For each result pixel along an axis the pixels that make it up.
 * @param run where the results lie, photo pixels
 * @param start first pixel that is there
 * @param size how many are there
 */
function tapsOf({ start: from, length, count }: PixelRun, start: number, size: number): Taps[] {
  const shrink = length / count;
  return Array.from({ length: count }, (_, i) => {
    const centre = from + (i + 0.5) * shrink - 0.5 - start;
    const first = Math.max(0, Math.ceil(centre - LOBES * shrink));
    const last = Math.min(size - 1, Math.floor(centre + LOBES * shrink));
    const weights = Float32Array.from({ length: last - first + 1 }, (_w, tap) =>
      lanczos((first + tap - centre) / shrink),
    );
    const sum = weights.reduce((total, weight) => total + weight, 0);
    return { first, weights: weights.map((weight) => weight / sum) };
  });
}

/**
 * Makes a picture smaller in linear light with a sharp filter.
 * @param source whole pixels of the photo
 * @param left column and `top` row of the photo where `source` begins
 * @returns the results, interleaved
 */
export function shrink(
  source: LinearRaster,
  { left, top }: { readonly left: number; readonly top: number },
  across: PixelRun,
  down: PixelRun,
): LinearRaster {
  const columns = tapsOf(across, left, source.width);
  const rows = tapsOf(down, top, source.height);
  const narrow = new Float32Array(across.count * source.height * 3);
  for (let row = 0, o = 0; row < source.height; row++)
    for (const { first, weights } of columns) {
      let p = (row * source.width + first) * 3;
      for (let tap = 0; tap < weights.length; tap++, p += 3) {
        const weight = weights[tap]!;
        narrow[o]! += weight * source.data[p]!;
        narrow[o + 1]! += weight * source.data[p + 1]!;
        narrow[o + 2]! += weight * source.data[p + 2]!;
      }
      o += 3;
    }
  const length = 3 * across.count;
  const data = new Float32Array(length * down.count);
  rows.forEach(({ first, weights }, row) => {
    for (let tap = 0; tap < weights.length; tap++) {
      const from = (first + tap) * length;
      const weight = weights[tap]!;
      for (let i = 0; i < length; i++) data[row * length + i]! += weight * narrow[from + i]!;
    }
  });
  return { space: 'srgbLinear', width: across.count, height: down.count, data };
}
