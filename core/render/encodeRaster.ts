import { mapIntoSrgbGamut } from '../colour/gamut';
import { encodeSrgb8 } from '../colour/transfer';
import type { LinearRaster } from '../raster/raster';

/**
 * Linear light to 8-bit sRGB with opaque alpha; colours outside the gamut lose chroma, not channels.
 * @param out receives width x height x 4 bytes
 */
export function encodeRaster({ data }: LinearRaster, out: Uint8Array | Uint8ClampedArray): void {
  for (let p = 0, o = 0; p < data.length; p += 3, o += 4) {
    let red = data[p]!, green = data[p + 1]!, blue = data[p + 2]!;
    if (red < 0 || green < 0 || blue < 0 || red > 1 || green > 1 || blue > 1) [red, green, blue] = mapIntoSrgbGamut([red, green, blue]);
    out[o] = encodeSrgb8(red);
    out[o + 1] = encodeSrgb8(green);
    out[o + 2] = encodeSrgb8(blue);
    out[o + 3] = 255;
  }
}
