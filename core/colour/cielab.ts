import type { Triple } from './triple';

/**
 * Linear sRGB to XYZ under its own D65 white, Y of white = 1 (CSS Color Module Level 4, section 17, from IEC
 * 61966-2-1).
 */
const XYZ_D65_OF_SRGB = [
  506752 / 1228815,
  87881 / 245763,
  12673 / 70218,
  87098 / 409605,
  175762 / 245763,
  12673 / 175545,
  7918 / 409605,
  87881 / 737289,
  1001167 / 1053270,
] as const;
/** Bradford adaptation from D65 to D50 (the same section; ICC.1:2010 annex E). */
const D50_OF_D65 = [
  1.0479297925449969, 0.022946870601609652, -0.05019226628920524, 0.02962780877005599, 0.9904344267538799,
  -0.017073799063418826, -0.009243040646204504, 0.015055191490298152, 0.7518742814281371,
] as const;
const XYZ_D50_OF_SRGB = Array.from({ length: 9 }, (_, i) => {
  const row = 3 * Math.floor(i / 3);
  const column = i % 3;
  return (
    D50_OF_D65[row]! * XYZ_D65_OF_SRGB[column]! +
    D50_OF_D65[row + 1]! * XYZ_D65_OF_SRGB[3 + column]! +
    D50_OF_D65[row + 2]! * XYZ_D65_OF_SRGB[6 + column]!
  );
}) as unknown as readonly [number, number, number, number, number, number, number, number, number];
/** D50 from its chromaticity 0.3457, 0.3585. */
const WHITE: Triple = [0.3457 / 0.3585, 1, (1 - 0.3457 - 0.3585) / 0.3585];
const EPSILON = 216 / 24389;
const KAPPA = 24389 / 27;

const f = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);

/** CIELAB (CIE 15:2004) under D50. @returns L* 0..100, a* and b* about -128..128 */
export function convertSrgbLinearToCielabD50(srgbLinear: Triple): Triple {
  return labOf(XYZ_D50_OF_SRGB, WHITE, srgbLinear);
}

/** D65 from its chromaticity 0.3127, 0.3290. */
const WHITE_D65: Triple = [0.3127 / 0.329, 1, (1 - 0.3127 - 0.329) / 0.329];

/** CIELAB (CIE 15:2004) under sRGB's own D65. @returns L* 0..100, a* and b* about -128..128 */
export function convertSrgbLinearToCielabD65(srgbLinear: Triple): Triple {
  return labOf(XYZ_D65_OF_SRGB, WHITE_D65, srgbLinear);
}

function labOf(
  m: typeof XYZ_D65_OF_SRGB | typeof XYZ_D50_OF_SRGB,
  white: Triple,
  [red, green, blue]: Triple,
): Triple {
  const x = f((m[0] * red + m[1] * green + m[2] * blue) / white[0]);
  const y = f((m[3] * red + m[4] * green + m[5] * blue) / white[1]);
  const z = f((m[6] * red + m[7] * green + m[8] * blue) / white[2]);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** CIE L* (0..100) of a relative luminance Y (0..1). */
export function cielabLightnessOfLuminance(luminance: number): number {
  return 116 * f(luminance) - 16;
}

/** Relative luminance Y (0..1) of a CIE L* (0..100). */
export function luminanceOfCielabLightness(lightness: number): number {
  const root = (lightness + 16) / 116;
  return root ** 3 > EPSILON ? root ** 3 : lightness / KAPPA;
}
