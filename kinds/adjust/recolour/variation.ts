import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';

/**
 * Draws colours to the hue and the saturation of a mean, at their own lightness. The difference is split
 * along and across the mean's direction, so that near-grey colours stay calm.
 * @param mean linear sRGB
 * @param hue @param saturation shares of the differences that stay, 0..1
 * @returns undefined when all stays
 */
export function keepVariation(
  mean: Triple,
  hue: number,
  saturation: number,
): ((pixels: Float32Array, count: number) => void) | undefined {
  if (hue === 1 && saturation === 1) return undefined;
  const { perA, perB, u, v } = variationOf(mean);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const [l, colourA, colourB] = convertSrgbLinearToOklab([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!]);
      const restA = colourA - perA * l;
      const restB = colourB - perB * l;
      const along = restA * u + restB * v;
      const across = restB * u - restA * v;
      const out = convertOklabToSrgbLinear([
        l,
        perA * l + saturation * along * u - hue * across * v,
        perB * l + saturation * along * v + hue * across * u,
      ]);
      pixels[p] = out[0];
      pixels[p + 1] = out[1];
      pixels[p + 2] = out[2];
    }
  };
}

/** OKLab a and b of a mean by lightness, and the direction along which its saturation varies. */
export function variationOf(mean: Triple) {
  const [lightness, a, b] = convertSrgbLinearToOklab(mean);
  const level = Math.max(1e-4, lightness);
  const length = Math.hypot(a, b);
  return {
    perA: a / level,
    perB: b / level,
    u: length > 1e-6 ? a / length : 1,
    v: length > 1e-6 ? b / length : 0,
  };
}
