import type { PhotoRaster } from './raster';

/** Pixels of a photo with their size. */
export interface Pixels<T extends PhotoRaster['data'] = PhotoRaster['data']> {
  readonly width: number;
  readonly height: number;
  /** interleaved RGBA */
  readonly data: T;
}

/**
 * Where along a stored row and down the stored rows an upright picture begins, and which way it goes, by
 * EXIF's number (EXIF 2.32, table 6): whether rows are columns, whether stored columns run backward, whether
 * stored rows do.
 */
const TURNS: readonly (readonly [swaps: boolean, mirrors: boolean, flips: boolean])[] = [
  [false, false, false],
  [false, true, false],
  [false, true, true],
  [false, false, true],
  [true, false, false],
  [true, false, true],
  [true, true, true],
  [true, true, false],
];

/** A picture turned as EXIF's orientation says, 1 to 8; 1 is returned as it is. */
export function turnUpright<T extends Uint8Array | Uint16Array>(
  pixels: Pixels<T>,
  orientation: number,
): Pixels<T> {
  const [swaps, mirrors, flips] = TURNS[orientation - 1] ?? TURNS[0]!;
  if (!swaps && !mirrors && !flips) return pixels;
  const { width, height, data } = pixels;
  const [outWidth, outHeight] = swaps ? [height, width] : [width, height];
  const out = new (data.constructor as new (length: number) => T)(data.length);
  for (let row = 0, o = 0; row < outHeight; row++) {
    for (let column = 0; column < outWidth; column++, o += 4) {
      const [x, y] = swaps ? [row, column] : [column, row];
      const p = ((flips ? height - 1 - y : y) * width + (mirrors ? width - 1 - x : x)) * 4;
      out[o] = data[p]!;
      out[o + 1] = data[p + 1]!;
      out[o + 2] = data[p + 2]!;
      out[o + 3] = data[p + 3]!;
    }
  }
  return { width: outWidth, height: outHeight, data: out };
}
