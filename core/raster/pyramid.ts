import { SRGB8_OF_LINEAR, SRGB8_STEPS, SRGB8_TO_LINEAR } from '../colour/transfer';
import type { Srgb8Raster } from './raster';

/** A photo and its halvings; level 0 is the photo, level n has a scale of 2^-n. */
export interface Pyramid {
  readonly width: number;
  readonly height: number;
  readonly levels: readonly Srgb8Raster[];
}

/** Halving stops at this long side. */
const SMALLEST_LONG_SIDE = 1024;

/**
 * Halves a photo in linear light until it is small.
 * @param photo level 0; kept, not copied
 * @param allocate makes the pixels of a level, so that a host can share them between threads
 */
export function buildPyramid(
  photo: Srgb8Raster,
  allocate: (bytes: number) => Uint8Array = (bytes) => new Uint8Array(bytes),
): Pyramid {
  const levels = [photo];
  let level = photo;
  while (Math.max(level.width, level.height) / 2 >= SMALLEST_LONG_SIDE) {
    level = halve(level, allocate);
    levels.push(level);
  }
  return { width: photo.width, height: photo.height, levels };
}

function halve({ width, height, data }: Srgb8Raster, allocate: (bytes: number) => Uint8Array): Srgb8Raster {
  const halfWidth = Math.ceil(width / 2);
  const halfHeight = Math.ceil(height / 2);
  const out = allocate(halfWidth * halfHeight * 4);
  const linear = SRGB8_TO_LINEAR;
  const codes = SRGB8_OF_LINEAR;
  const quarter = SRGB8_STEPS / 4;
  for (let row = 0, o = 0; row < halfHeight; row++) {
    const top = 2 * row * width;
    const bottom = Math.min(2 * row + 1, height - 1) * width;
    for (let column = 0; column < halfWidth; column++, o += 4) {
      const left = 2 * column;
      const right = Math.min(left + 1, width - 1);
      const p = (top + left) * 4;
      const q = (top + right) * 4;
      const r = (bottom + left) * 4;
      const s = (bottom + right) * 4;
      out[o] =
        codes[
          (quarter * (linear[data[p]!]! + linear[data[q]!]! + linear[data[r]!]! + linear[data[s]!]!)) | 0
        ]!;
      out[o + 1] =
        codes[
          (quarter *
            (linear[data[p + 1]!]! + linear[data[q + 1]!]! + linear[data[r + 1]!]! + linear[data[s + 1]!]!)) |
            0
        ]!;
      out[o + 2] =
        codes[
          (quarter *
            (linear[data[p + 2]!]! + linear[data[q + 2]!]! + linear[data[r + 2]!]! + linear[data[s + 2]!]!)) |
            0
        ]!;
      out[o + 3] = 255;
    }
  }
  return { space: 'srgb8', width: halfWidth, height: halfHeight, data: out };
}
