import type { Triple } from './triple';

/**
 * Linear sRGB (D65) to XYZ under D50, white Y = 1: IEC 61966-2-1 primaries, Bradford adaptation
 * (ICC.1:2010 annex E; matrix as in Lindbloom, "RGB/XYZ matrices").
 */
const XYZ_D50_OF_SRGB = [
  0.4360747, 0.3850649, 0.1430804,
  0.2225045, 0.7168786, 0.0606169,
  0.0139322, 0.0971045, 0.7141733,
] as const;
/** The white that the matrix gives for (1, 1, 1), so that greys have a = b = 0 exactly. */
const WHITE: Triple = [0.9642200, 1, 0.8252100];
const EPSILON = 216 / 24389, KAPPA = 24389 / 27;

const f = (t: number) => (t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116);

/** CIELAB (CIE 15:2004) under D50. @returns L* 0..100, a* and b* about -128..128 */
export function convertSrgbLinearToCielabD50([red, green, blue]: Triple): Triple {
  const m = XYZ_D50_OF_SRGB;
  const x = f((m[0] * red + m[1] * green + m[2] * blue) / WHITE[0]);
  const y = f((m[3] * red + m[4] * green + m[5] * blue) / WHITE[1]);
  const z = f((m[6] * red + m[7] * green + m[8] * blue) / WHITE[2]);
  return [116 * y - 16, 500 * (x - y), 200 * (y - z)];
}

/** CIE L* (0..100) of a relative luminance Y (0..1). */
export function cielabLightnessOfLuminance(luminance: number): number {
  return 116 * f(luminance) - 16;
}
