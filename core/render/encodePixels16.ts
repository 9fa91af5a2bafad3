import { clampUnit } from '../math/clamp';
import { mapIntoSrgbGamut } from '../colour/gamut';
import { encodeSrgb } from '../colour/transfer';

/**
 * Linear light as 16-bit sRGB; colours beyond the gamut lose chroma at their hue and lightness.
 * @param linear interleaved linear sRGB
 * @param out receives 3 values per pixel, 0..65535
 */
export function encodePixels16(linear: Float32Array, out: Uint16Array): void {
  for (let p = 0; p < linear.length; p += 3) {
    const colour = mapIntoSrgbGamut([linear[p]!, linear[p + 1]!, linear[p + 2]!]);
    for (let c = 0; c < 3; c++)
      out[p + c] = Math.round(65535 * clampUnit(encodeSrgb(colour[c as 0 | 1 | 2])));
  }
}
