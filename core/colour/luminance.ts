import type { Triple } from './triple';
import { OKLAB } from './oklab';

/** Relative luminance Y of linear sRGB (IEC 61966-2-1, D65), white = 1. */
export const LUMINANCE_WEIGHTS: Triple = [0.2126390059, 0.7151686788, 0.0721923154];

/** @returns Y, 0..1 inside the gamut */
export function luminanceOfSrgbLinear([red, green, blue]: Triple): number {
  return LUMINANCE_WEIGHTS[0] * red + LUMINANCE_WEIGHTS[1] * green + LUMINANCE_WEIGHTS[2] * blue;
}

/** The same of one pixel of interleaved linear sRGB. */
export function luminanceAt(data: ArrayLike<number>, pixel: number): number {
  const at = 3 * pixel;
  return (
    LUMINANCE_WEIGHTS[0] * data[at]! +
    LUMINANCE_WEIGHTS[1] * data[at + 1]! +
    LUMINANCE_WEIGHTS[2] * data[at + 2]!
  );
}

const m = OKLAB.srgbOfLms;
const r = OKLAB.rootsOfAB;
const weight = (cone: 0 | 1 | 2) =>
  LUMINANCE_WEIGHTS[0] * m[cone] +
  LUMINANCE_WEIGHTS[1] * m[(3 + cone) as 3 | 4 | 5] +
  LUMINANCE_WEIGHTS[2] * m[(6 + cone) as 6 | 7 | 8];
/** Y as a weighted sum of the cubed cone roots L, M, S of OKLab. */
export const CONE_WEIGHTS: Triple = [weight(0), weight(1), weight(2)];
const [YL, YM, YS] = CONE_WEIGHTS;

/** Luminance Y of an OKLab colour. */
export function luminanceOfOklab(lightness: number, a: number, b: number): number {
  const l = lightness + r[0] * a + r[1] * b;
  const c = lightness + r[2] * a + r[3] * b;
  const s = lightness + r[4] * a + r[5] * b;
  return YL * l * l * l + YM * c * c * c + YS * s * s * s;
}

/**
 * The OKLab lightness at which (a, b) has luminance Y: Newton on the cubic Y(L).
 * @param luminance Y, 0..1
 * @param guess a lightness nearby, such as that of the colour before it was turned
 * @returns lightness, accurate to about 1e-7 for colours of real surfaces
 */
export function oklabLightnessAtLuminance(luminance: number, a: number, b: number, guess: number): number {
  const offsetL = r[0] * a + r[1] * b;
  const offsetM = r[2] * a + r[3] * b;
  const offsetS = r[4] * a + r[5] * b;
  let lightness = guess;
  for (let step = 0; step < 3; step++) {
    const l = lightness + offsetL;
    const c = lightness + offsetM;
    const s = lightness + offsetS;
    const slope = 3 * (YL * l * l + YM * c * c + YS * s * s);
    if (slope < 1e-9) return lightness;
    const miss = YL * l * l * l + YM * c * c * c + YS * s * s * s - luminance;
    lightness -= miss / slope;
    // What is missed now goes with the square of what was missed.
    if (Math.abs(miss) < 1e-6) break;
  }
  return lightness;
}
