import { cielabLightnessOfLuminance } from '../colour/cielab';
import { hsvHueOfSrgbLinear, hsvSaturationOfSrgbLinear } from '../colour/hueSolve';
import { luminanceOfSrgbLinear } from '../colour/luminance';
import type { Triple } from '../colour/triple';

/** A rung's colour in the numbers by which it is brought to a target. */
export interface RungNumbers {
  /** HSV degrees; null for grey */
  readonly hue: number | null;
  /** HSV, 0..100 */
  readonly saturation: number;
  /** CIELAB L* */
  readonly lightness: number;
}

/** @param colour linear sRGB */
export function rungNumbers(colour: Triple): RungNumbers {
  return {
    hue: hsvHueOfSrgbLinear(colour) ?? null,
    saturation: 100 * hsvSaturationOfSrgbLinear(colour),
    lightness: cielabLightnessOfLuminance(luminanceOfSrgbLinear(colour)),
  };
}
