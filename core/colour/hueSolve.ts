import { RADIANS_PER_DEGREE, deltaDegrees } from './angles';
import { mapIntoSrgbGamut } from './gamut';
import { convertSrgbEncodedToHsv } from './hsv';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from './luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from './oklab';
import { encodeSrgb } from './transfer';
import type { Triple } from './triple';

/** HSV hue (0..<360) of linear light, mapped into sRGB first; undefined for grey. */
export function hsvHueOfSrgbLinear(srgbLinear: Triple): number | undefined {
  const [red, green, blue] = mapIntoSrgbGamut(srgbLinear);
  return convertSrgbEncodedToHsv([encodeSrgb(red), encodeSrgb(green), encodeSrgb(blue)]).hueDegrees;
}

/** HSV saturation (0..1) of linear light, mapped into sRGB first. */
export function hsvSaturationOfSrgbLinear(srgbLinear: Triple): number {
  const [red, green, blue] = mapIntoSrgbGamut(srgbLinear);
  return convertSrgbEncodedToHsv([encodeSrgb(red), encodeSrgb(green), encodeSrgb(blue)]).saturation;
}

/**
 * Turns a colour in OKLCh at unchanged luminance Y and chroma.
 * @param turnDegrees from +a towards +b
 */
export function turnHueAtLuminance(srgbLinear: Triple, turnDegrees: number): Triple {
  const [lightness, a, b] = convertSrgbLinearToOklab(srgbLinear);
  const cos = Math.cos(turnDegrees * RADIANS_PER_DEGREE);
  const sin = Math.sin(turnDegrees * RADIANS_PER_DEGREE);
  const turnedA = a * cos - b * sin;
  const turnedB = a * sin + b * cos;
  const level = oklabLightnessAtLuminance(luminanceOfSrgbLinear(srgbLinear), turnedA, turnedB, lightness);
  return convertOklabToSrgbLinear([level, turnedA, turnedB]);
}

/**
 * The OKLCh turn which makes a colour's HSV hue land on a number, luminance and chroma unchanged.
 * HSV hue grows with OKLCh hue, so the turn is bracketed and bisected.
 * @param hsvHueDegrees the wanted HSV hue, 0..360
 * @returns degrees in -180..180; undefined for grey, which has no hue to turn
 */
export function solveTurnToHsvHue(srgbLinear: Triple, hsvHueDegrees: number): number | undefined {
  const start = hsvHueOfSrgbLinear(srgbLinear);
  if (start === undefined) return undefined;
  const miss = (turn: number) =>
    deltaDegrees(hsvHueDegrees, hsvHueOfSrgbLinear(turnHueAtLuminance(srgbLinear, turn)) ?? hsvHueDegrees);
  const first = miss(0);
  if (first === 0) return 0;
  const direction = first > 0 ? -1 : 1;
  let near = 0;
  let far = 0;
  do {
    near = far;
    far += 10 * direction;
  } while (Math.abs(far) < 180 && Math.sign(miss(far)) === Math.sign(first));
  for (let step = 0; step < 30; step++) {
    const middle = (near + far) / 2;
    if (Math.sign(miss(middle)) === Math.sign(first)) near = middle;
    else far = middle;
  }
  return (near + far) / 2;
}
