import { neutralise, thenTransform, transform } from '#core/colour/adaptation';
import { contrastOf, saturationOf, whiteNudge } from '#core/colour/grade';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { smoothstep } from '#core/math/smoothstep';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import type { SrgbMatrix } from '#core/colour/adaptation';
import type { Triple } from '#core/colour/triple';
import type { PixelKernel } from '#core/render/kinds';
import { NEUTRAL } from './schema';
import type { PrepareParameters } from './schema';

/** Nothing is measured: the patch is a number of the plan, so that it can be carried to other photos. */
export type PrepareMeasures = null;
/** Nothing is measured of the area. */
export const measurePrepare = (): PrepareMeasures => null;

/** What is at white in every channel has lost its colour: from here on it is not given one, linear light. */
export const WHITE_FROM = 0.85;
/** and here it has none. */
export const WHITE_AT = 0.98;

/** @param least channel of the photo */
function keepWhite(colour: Triple, least: number): Triple {
  const white = smoothstep((least - WHITE_FROM) / (WHITE_AT - WHITE_FROM));
  if (white === 0) return colour;
  const luminance = luminanceOfSrgbLinear(colour);
  return colour.map((channel) => channel + white * (luminance - channel)) as unknown as Triple;
}

/** OKLCh chroma over lightness, beyond daylight and most lamps: those of 3,500 K have about as much. */
const STRONG = 0.12;

/** Whether a place that was taken for grey is so coloured that it rather is not. */
export function isStronglyColoured(neutral: Triple): boolean {
  const [lightness, a, b] = convertSrgbLinearToOklab(neutral);
  return Math.hypot(a, b) > STRONG * lightness;
}

/** Whether white and exposure are all that is changed: factors of light. */
export function isLightAlone({ contrast, black, white, saturation, gentle }: PrepareParameters): boolean {
  return contrast === 0 && black === 0 && white === 255 && saturation === 0 && gentle === 0;
}

/** White and exposure in one matrix; what is at white in every channel keeps none of a neutral's colour. */
function lightKernel(matrix: SrgbMatrix, gain: number, keepsWhite: boolean): PixelKernel {
  const m = Float64Array.from(matrix, (value) => gain * value);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const red = pixels[p]!;
      const green = pixels[p + 1]!;
      const blue = pixels[p + 2]!;
      pixels[p] = m[0]! * red + m[1]! * green + m[2]! * blue;
      pixels[p + 1] = m[3]! * red + m[4]! * green + m[5]! * blue;
      pixels[p + 2] = m[6]! * red + m[7]! * green + m[8]! * blue;
      const least = Math.min(red, green, blue);
      if (!keepsWhite || least <= WHITE_FROM) continue;
      pixels.set(keepWhite([pixels[p]!, pixels[p + 1]!, pixels[p + 2]!], least), p);
    }
  };
}

/** White as a matrix, and exposure as a factor of light. */
export function lightOf({ neutral, temperature, tint, exposure }: PrepareParameters) {
  const nudged = whiteNudge(temperature, tint);
  return { matrix: neutral ? thenTransform(neutralise(neutral), nudged) : nudged, gain: 2 ** exposure };
}

/** White in linear light first, then exposure, the points, contrast, saturation. */
export function compilePrepare(parameters: PrepareParameters): PixelKernel | undefined {
  if (JSON.stringify({ ...NEUTRAL, ...parameters }) === JSON.stringify(NEUTRAL)) return undefined;
  const { neutral, contrast, black, white, saturation, gentle } = parameters;
  const { matrix, gain } = lightOf(parameters);
  if (isLightAlone(parameters)) return lightKernel(matrix, gain, neutral !== null);
  const contrasted = contrast === 0 ? undefined : contrastOf(contrast);
  const saturated = saturation === 0 && gentle === 0 ? undefined : saturationOf(saturation, gentle);
  const points =
    black === 0 && white === 255
      ? undefined
      : (linear: number) => decodeSrgb(Math.max(0, (255 * encodeSrgb(linear) - black) / (white - black)));
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const seen: Triple = [pixels[p]! * gain, pixels[p + 1]! * gain, pixels[p + 2]! * gain];
      let colour = transform(matrix, seen);
      if (neutral) colour = keepWhite(colour, Math.min(pixels[p]!, pixels[p + 1]!, pixels[p + 2]!));
      if (points) colour = colour.map(points) as unknown as Triple;
      if (contrasted) colour = contrasted(colour);
      if (saturated) colour = saturated(colour);
      for (let c = 0; c < 3; c++) pixels[p + c] = colour[c as 0 | 1 | 2];
    }
  };
}
