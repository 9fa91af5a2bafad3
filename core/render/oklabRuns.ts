import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '../colour/oklab';
import type { Triple } from '../colour/triple';
import { memoryOf } from '../loops/runMemory';

/**
 * Colours of a run become OKLab where they lie; by the compiled loop, in 32 bits, where the run lies in its memory.
 * @param pixels interleaved linear sRGB, any finite values; overwritten
 */
export function toOklab(pixels: Float32Array, count: number): void {
  const memory = memoryOf(pixels);
  if (memory) memory.loops.lightToOklab(pixels.byteOffset, count);
  else convertEach(pixels, count, convertSrgbLinearToOklab);
}

/** The inverse of {@link toOklab}. @param pixels interleaved OKLab; overwritten */
export function fromOklab(pixels: Float32Array, count: number): void {
  const memory = memoryOf(pixels);
  if (memory) memory.loops.oklabToLight(pixels.byteOffset, count);
  else convertEach(pixels, count, convertOklabToSrgbLinear);
}

function convertEach(pixels: Float32Array, count: number, convert: (colour: Triple) => Triple): void {
  for (let p = 0; p < 3 * count; p += 3) {
    const colour = convert([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
    pixels[p] = colour[0];
    pixels[p + 1] = colour[1];
    pixels[p + 2] = colour[2];
  }
}
