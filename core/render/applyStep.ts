import type { PixelKernel } from './kinds';

/** Pixels handed to a kernel at a time: few enough to stay in the nearest cache. */
const BATCH = 2048;

/**
 * One step: result = input + strength x coverage x (kernel(input) - input), in linear light.
 * Where coverage is 0 the values stay the same to the bit; the kernel sees covered pixels alone.
 * @param pixels interleaved linear sRGB; overwritten
 * @param coverage8 0..255 per pixel
 */
export function applyStep(pixels: Float32Array, coverage8: Uint8Array, strength: number, kernel: PixelKernel): void {
  const batch = new Float32Array(BATCH * 3), places = new Int32Array(BATCH);
  const flush = (count: number) => {
    kernel(batch, count);
    for (let n = 0; n < count; n++) {
      const p = 3 * places[n]!, share = (strength * coverage8[places[n]!]!) / 255;
      pixels[p]! += share * (batch[3 * n]! - pixels[p]!);
      pixels[p + 1]! += share * (batch[3 * n + 1]! - pixels[p + 1]!);
      pixels[p + 2]! += share * (batch[3 * n + 2]! - pixels[p + 2]!);
    }
  };
  let count = 0;
  for (let i = 0; i < coverage8.length; i++) {
    if (coverage8[i] === 0) continue;
    batch[3 * count] = pixels[3 * i]!;
    batch[3 * count + 1] = pixels[3 * i + 1]!;
    batch[3 * count + 2] = pixels[3 * i + 2]!;
    places[count++] = i;
    if (count === BATCH) {
      flush(count);
      count = 0;
    }
  }
  if (count > 0) flush(count);
}
