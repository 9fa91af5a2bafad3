import { scaleCones } from './adaptation';
import type { SrgbMatrix } from './adaptation';
import { luminanceOfSrgbLinear } from './luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from './oklab';
import type { Triple } from './triple';

/** Middle grey, about which contrast turns. */
const PIVOT = 0.18;

/**
 * Contrast of luminance about middle grey; hue and saturation stay, as all channels scale alike.
 * @param contrast -1 flat to 1 twice as steep
 */
export function contrastOf(contrast: number): (srgbLinear: Triple) => Triple {
  const exponent = 2 ** contrast;
  return (colour) => {
    const luminance = Math.max(1e-6, luminanceOfSrgbLinear(colour));
    const scale = (PIVOT * (luminance / PIVOT) ** exponent) / luminance;
    return [colour[0] * scale, colour[1] * scale, colour[2] * scale];
  };
}

/**
 * OKLab chroma that counts as fully saturated, and the hue of skin with the width of its family, in radians.
 */
const FULL_CHROMA = 0.22;
const SKIN_HUE = 0.95;
const SKIN_WIDTH = 0.6;

/**
 * Saturation as a factor of chroma.
 * @param saturation -1 grey to 1 twice as much, of every colour alike
 * @param gentle the same, less of what is saturated already and of skin
 */
export function saturationOf(saturation: number, gentle: number): (srgbLinear: Triple) => Triple {
  return (colour) => {
    const [lightness, a, b] = convertSrgbLinearToOklab(colour);
    const chroma = Math.hypot(a, b);
    const turn = Math.atan2(b, a) - SKIN_HUE;
    const spared =
      (1 - Math.min(1, chroma / FULL_CHROMA)) * (1 - 0.7 * Math.exp(-((turn / SKIN_WIDTH) ** 2)));
    const factor = Math.max(0, 1 + saturation) * Math.max(0, 1 + gentle * spared);
    return convertOklabToSrgbLinear([lightness, a * factor, b * factor]);
  };
}

/** Cone gains of a full nudge, in stops: long and short for temperature, middle for tint. */
const WARM_STOPS = 0.16;
const COOL_STOPS = 0.5;
const TINT_STOPS = 0.16;

/**
 * A nudge of white.
 * @param temperature -1 cooler to 1 warmer
 * @param tint -1 greener to 1 more magenta
 */
export function whiteNudge(temperature: number, tint: number): SrgbMatrix {
  return scaleCones([
    2 ** (WARM_STOPS * temperature),
    2 ** (-TINT_STOPS * tint),
    2 ** (-COOL_STOPS * temperature),
  ]);
}
