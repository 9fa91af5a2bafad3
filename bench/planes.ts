import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { areaLowPass } from '#core/raster/lowPass';
import type { LinearRaster } from '#core/raster/raster';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';

/** Interleaved OKLab of interleaved linear sRGB. */
export function oklab(linear: Float32Array): Float32Array {
  const out = new Float32Array(linear.length);
  for (let p = 0; p < linear.length; p += 3)
    out.set(convertSrgbLinearToOklab([linear[p]!, linear[p + 1]!, linear[p + 2]!]), p);
  return out;
}

/** Standard deviation of HSV hue in degrees within a mask, after a Gaussian of 9 pixels. */
export function hueSpread(picture: LinearRaster, mask: Uint8Array): number {
  const weights = Float32Array.from(mask, (value) => Number(value === 255));
  const low = areaLowPass(weights, picture.width, picture.height, 9);
  const planes = [0, 1, 2].map((c) =>
    low.of(Float32Array.from({ length: mask.length }, (_, i) => picture.data[3 * i + c]!)),
  );
  const hues: number[] = [];
  for (let i = 0; i < mask.length; i += 3) {
    const hue =
      mask[i] === 255 ? hsvHueOfSrgbLinear([planes[0]![i]!, planes[1]![i]!, planes[2]![i]!]) : undefined;
    if (hue !== undefined) hues.push(((hue + 180) % 360) - 180);
  }
  const mean = hues.reduce((sum, hue) => sum + hue, 0) / hues.length;
  return Math.sqrt(hues.reduce((sum, hue) => sum + (hue - mean) ** 2, 0) / hues.length);
}
