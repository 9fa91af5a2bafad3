import { invertMatrix, transform } from '../colour/adaptation';
import type { SrgbMatrix } from '../colour/adaptation';
import { isInGamut, mapIntoGamut, mapIntoSrgbGamut } from '../colour/gamut';
import { displayP3Space } from '../colour/rgbSpace';
import { clampUnit } from '../math/clamp';
import { SRGB8_OF_LINEAR, SRGB8_STEPS } from '../colour/transfer';

/**
 * Linear light to 8-bit sRGB with opaque alpha; colours outside the gamut lose chroma, not channels.
 * @param pixels interleaved linear sRGB
 * @param out receives 4 bytes per pixel
 * @param at byte of `out` to begin at
 */
export function encodePixels(pixels: Float32Array, out: Uint8Array | Uint8ClampedArray, at = 0): void {
  const codes = SRGB8_OF_LINEAR;
  for (let p = 0, o = at; p < pixels.length; p += 3, o += 4) {
    let red = pixels[p]!;
    let green = pixels[p + 1]!;
    let blue = pixels[p + 2]!;
    if (red < 0 || green < 0 || blue < 0 || red > 1 || green > 1 || blue > 1)
      [red, green, blue] = mapIntoSrgbGamut([red, green, blue]);
    out[o] = codes[(red * SRGB8_STEPS) | 0]!;
    out[o + 1] = codes[(green * SRGB8_STEPS) | 0]!;
    out[o + 2] = codes[(blue * SRGB8_STEPS) | 0]!;
    out[o + 3] = 255;
  }
}

/** What a screen shows at most. */
export type ScreenSpace = 'srgb' | 'display-p3';

/** The same for a screen of a wider gamut: 8-bit Display P3. */
export function encodeWidePixels(pixels: Float32Array, out: Uint8Array | Uint8ClampedArray, at = 0): void {
  const codes = SRGB8_OF_LINEAR;
  const fromSrgb = wideFromSrgb();
  for (let p = 0, o = at; p < pixels.length; p += 3, o += 4) {
    const linear = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
    let wide = transform(fromSrgb, linear);
    if (!isInGamut(wide, 0)) wide = mapIntoGamut(linear, fromSrgb);
    for (let c = 0; c < 3; c++) out[o + c] = codes[(clampUnit(wide[c]!) * SRGB8_STEPS) | 0]!;
    out[o + 3] = 255;
  }
}

let matrix: SrgbMatrix | undefined;
const wideFromSrgb = () => (matrix ??= invertMatrix(displayP3Space().toSrgb!));
