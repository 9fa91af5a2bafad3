import { clampUnit } from '../math/clamp';
import { convertSrgbLinearToCielabD50, convertSrgbLinearToCielabD65 } from '../colour/cielab';
import { RADIANS_PER_DEGREE, wrapDegrees } from '../colour/angles';
import { mapIntoSrgbGamut } from '../colour/gamut';
import { convertSrgbEncodedToHsv } from '../colour/hsv';
import { convertSrgbLinearToOklab } from '../colour/oklab';
import { encodeSrgb } from '../colour/transfer';
import type { Triple } from '../colour/triple';

/** One colour in every number that retouchers use. Hues in degrees, null where there is none; shares 0..1. */
export interface ColourNumbers {
  readonly hsv: { readonly hue: number | null; readonly saturation: number; readonly value: number };
  readonly hsl: { readonly hue: number | null; readonly saturation: number; readonly lightness: number };
  readonly rgb8: Triple;
  readonly cielabD50: Triple;
  /** of CIELAB under D50 */
  readonly lch: { readonly lightness: number; readonly chroma: number; readonly hue: number | null };
  readonly oklch: { readonly lightness: number; readonly chroma: number; readonly hue: number | null };
  /** individual typology angle with its class */
  readonly ita: { readonly degrees: number; readonly name: string };
}

/** Least chroma that has a hue: CIELAB, OKLab. */
const LEAST_CHROMA = 0.5;
const LEAST_OKLAB_CHROMA = 0.002;

/**
 * Classes of skin by individual typology angle, each down to its limit in degrees.
 * @see Chardin, Cires and Hourseau 1991, "Skin colour typology and suntanning pathways"; Del Bino and others
 *   2006
 */
const ITA_CLASSES: readonly (readonly [number, string])[] = [
  [55, 'very light'],
  [41, 'light'],
  [28, 'intermediate'],
  [10, 'tan'],
  [-30, 'brown'],
  [-Infinity, 'dark'],
];

/** @param srgbLinear any finite values; HSV, HSL and RGB are of the colour mapped into sRGB */
export function colourNumbers(srgbLinear: Triple): ColourNumbers {
  const encoded = mapIntoSrgbGamut(srgbLinear).map((channel) =>
    clampUnit(encodeSrgb(channel)),
  ) as unknown as Triple;
  const { hueDegrees, saturation, value } = convertSrgbEncodedToHsv(encoded);
  const hue = hueDegrees ?? null;
  const least = Math.min(...encoded);
  const lightness = (value + least) / 2;
  const cielabD50 = convertSrgbLinearToCielabD50(srgbLinear);
  const [oklabL, okA, okB] = convertSrgbLinearToOklab(srgbLinear);
  const [l65, , b65] = convertSrgbLinearToCielabD65(srgbLinear);
  const degrees = Math.atan2(l65 - 50, b65) / RADIANS_PER_DEGREE;
  return {
    hsv: { hue, saturation, value },
    hsl: {
      hue,
      saturation: value === least ? 0 : (value - least) / (1 - Math.abs(2 * lightness - 1)),
      lightness,
    },
    rgb8: encoded.map((channel) => Math.round(255 * channel)) as unknown as Triple,
    cielabD50,
    lch: { lightness: cielabD50[0], ...polar(cielabD50[1], cielabD50[2], LEAST_CHROMA) },
    oklch: { lightness: oklabL, ...polar(okA, okB, LEAST_OKLAB_CHROMA) },
    ita: { degrees, name: ITA_CLASSES.find(([limit]) => degrees > limit)![1] },
  };
}

function polar(a: number, b: number, leastChroma: number): { chroma: number; hue: number | null } {
  const chroma = Math.hypot(a, b);
  return { chroma, hue: chroma < leastChroma ? null : wrapDegrees(Math.atan2(b, a) / RADIANS_PER_DEGREE) };
}
