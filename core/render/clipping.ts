import type { LinearRaster } from '../raster/raster';

/** Linear light from which on, and up to which, an 8-bit code is the last one of its channel. */
const WHITE = ((254.5 / 255 + 0.055) / 1.055) ** 2.4;
const BLACK = 0.5 / 255 / 12.92;
/** Ink of what is not clipped, so that single clipped pixels are seen. */
const VEIL = 120;
/** An end at white shows the channel, an end at black what is left of white without it. */
const FULL = 255;

/** Clipped pixels per channel, at white and at black. */
export type ClippedCounts = readonly [
  redWhite: number,
  greenWhite: number,
  blueWhite: number,
  redBlack: number,
  greenBlack: number,
  blueBlack: number,
];

/**
 * Shows where channels are at their ends: as a picture to lay over the photo, in which a clipped pixel and
 * its eight neighbours have the colour of its channels at white, or of white less its channels at black.
 * @param out receives RGBA, 4 bytes per pixel
 */
export function drawClipping({ width, height, data }: LinearRaster, out: Uint8ClampedArray): ClippedCounts {
  const counts: [number, number, number, number, number, number] = [0, 0, 0, 0, 0, 0];
  for (let o = 0; o < out.length; o += 4) {
    out[o] = out[o + 1] = out[o + 2] = 0;
    out[o + 3] = VEIL;
  }
  for (let i = 0; i < width * height; i++) {
    let white = 0;
    let black = 0;
    for (let c = 0; c < 3; c++) {
      const value = data[3 * i + c]!;
      if (value >= WHITE) {
        white |= 1 << c;
        counts[c]!++;
      } else if (value <= BLACK) {
        black |= 1 << c;
        counts[3 + c]!++;
      }
    }
    if (white || black) mark(out, width, i, white || 7 & ~black);
  }
  return counts;
}

/** @param channels bits of red, green and blue */
function mark(out: Uint8ClampedArray, width: number, i: number, channels: number): void {
  const height = out.length / (4 * width);
  const column = i % width;
  const row = (i - column) / width;
  for (let y = Math.max(0, row - 1); y <= Math.min(height - 1, row + 1); y++) {
    for (let x = Math.max(0, column - 1); x <= Math.min(width - 1, column + 1); x++) {
      const o = 4 * (y * width + x);
      for (let c = 0; c < 3; c++) out[o + c] = channels & (1 << c) ? FULL : 0;
      out[o + 3] = 255;
    }
  }
}
