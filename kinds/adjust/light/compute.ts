import { transform } from '#core/colour/adaptation';
import { contrastOf, saturationOf, whiteNudge } from '#core/colour/grade';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';
import type { PixelKernel } from '#core/render/kinds';
import type { LightParameters } from './schema';

/** Nothing is measured of the area. */
export type LightMeasures = null;
/** Nothing is measured of the area. */
export const measureLight = (): LightMeasures => null;

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileLight({
  exposure,
  gamma,
  contrast,
  saturation,
  warmth,
}: LightParameters): PixelKernel | undefined {
  if (exposure === 0 && gamma === 1 && contrast === 0 && saturation === 0 && warmth === 0) return undefined;
  const gain = 2 ** exposure;
  const matrix = whiteNudge(warmth, 0);
  const contrasted = contrast === 0 ? undefined : contrastOf(contrast);
  const saturated = saturation === 0 ? undefined : saturationOf(saturation, 0);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      let colour: Triple = [pixels[p]! * gain, pixels[p + 1]! * gain, pixels[p + 2]! * gain];
      if (warmth !== 0) colour = warmed(colour, transform(matrix, colour));
      if (gamma !== 1) colour = scaled(colour, lifted(luminanceOfSrgbLinear(colour), gamma));
      if (contrasted) colour = contrasted(colour);
      if (saturated) colour = saturated(colour);
      for (let c = 0; c < 3; c++) pixels[p + c] = colour[c as 0 | 1 | 2];
    }
  };
}

/** Gamma on luminance, of which the channels take the same factor. */
function lifted(luminance: number, gamma: number): number {
  return luminance <= 0 || luminance >= 1 ? 1 : luminance ** (1 / gamma) / luminance;
}

function warmed(before: Triple, after: Triple): Triple {
  return scaled(after, luminanceOfSrgbLinear(before) / Math.max(1e-6, luminanceOfSrgbLinear(after)));
}

function scaled([red, green, blue]: Triple, factor: number): Triple {
  return [red * factor, green * factor, blue * factor];
}
