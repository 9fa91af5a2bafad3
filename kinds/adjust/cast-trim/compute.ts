import { RADIANS_PER_DEGREE, deltaDegrees } from '#core/colour/angles';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { PixelKernel } from '#core/render/kinds';
import type { CastTrimParameters } from './schema';

/** Nothing is measured of the area. */
export type CastTrimMeasures = null;
/** Nothing is measured of the area. */
export const measureCastTrim = (): CastTrimMeasures => null;

/** OKLab chroma at which depth works in full. */
const FULL_CHROMA = 0.15;

/** What is pushed is a share of the chroma that is there, so that neutral pixels stay neutral. */
export function compileCastTrim({
  family,
  width,
  toward,
  amount,
  keepsSaturation,
  depth,
}: CastTrimParameters): PixelKernel | undefined {
  if (amount === 0 && depth === 0) return undefined;
  const pushA = amount * Math.cos(toward * RADIANS_PER_DEGREE);
  const pushB = amount * Math.sin(toward * RADIANS_PER_DEGREE);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const colour = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
      const [lightness, a, b] = convertSrgbLinearToOklab(colour);
      const chroma = Math.hypot(a, b);
      const off = deltaDegrees(family, Math.atan2(b, a) / RADIANS_PER_DEGREE);
      const belongs = Math.exp(-((off / width) ** 2) * Math.LN2);
      let newA = a + belongs * chroma * pushA;
      let newB = b + belongs * chroma * pushB;
      const pushed = Math.hypot(newA, newB);
      const held = keepsSaturation && pushed > 1e-6 ? chroma / pushed : 1;
      newA *= held;
      newB *= held;
      const gain = depth === 0 ? 1 : 2 ** (depth * belongs * Math.min(1, chroma / FULL_CHROMA));
      const out = convertOklabToSrgbLinear([
        oklabLightnessAtLuminance(luminanceOfSrgbLinear(colour), newA, newB, lightness),
        newA,
        newB,
      ]);
      for (let c = 0; c < 3; c++) pixels[p + c] = gain * out[c as 0 | 1 | 2];
    }
  };
}
