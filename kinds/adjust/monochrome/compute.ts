import { RADIANS_PER_DEGREE, deltaDegrees } from '#core/colour/angles';
import { contrastOf } from '#core/colour/grade';
import { srgbLinearOfHex } from '#core/colour/hex';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { smoothstep } from '#core/math/smoothstep';
import type { PixelKernel } from '#core/render/kinds';
import type { MonochromeParameters } from './schema';

/** Nothing is measured: families are named by their hues. */
export type MonochromeMeasures = null;
/** Nothing is measured of the area. */
export const measureMonochrome = (): MonochromeMeasures => null;

/** Standard deviation of the hues that go with a family, degrees. */
const REACH = 22;
/** OKLab chroma over lightness at which a colour is 63 % its family's and the rest grey. */
const COLOURED = 0.08;
/** OKLCh chroma of a full tone: that of a warm toned print (chosen by eye). */
const TONE_CHROMA = 0.06;

/** How many stops the grey of a hue is raised, before how coloured it is counts. */
export function greyStops(greys: MonochromeParameters['greys'], hueDegrees: number): number {
  let sum = 0;
  let weight = 0;
  for (const { hue, stops } of greys) {
    const near = Math.exp(-0.5 * (deltaDegrees(hue, hueDegrees) / REACH) ** 2);
    sum += near * stops;
    weight += near;
  }
  return sum / Math.max(1, weight);
}

/** Luminance, raised or lowered by the family of each colour, then toned. */
export function compileMonochrome({
  greys,
  colour: kept,
  contrast,
  lights,
  shades,
}: MonochromeParameters): PixelKernel | undefined {
  const contrasted = contrast === 0 ? undefined : contrastOf(contrast);
  const tones = [toneOf(lights), toneOf(shades)] as const;
  const toned = lights.amount > 0 || shades.amount > 0;
  if (kept === 1 && greys.length === 0 && !contrasted && !toned) return undefined;
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const colour = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
      const luminance = Math.max(0, luminanceOfSrgbLinear(colour));
      let grey = luminance;
      const [lightness, a, b] = convertSrgbLinearToOklab(colour);
      if (greys.length > 0 && lightness > 0) {
        const coloured = 1 - Math.exp(-Math.hypot(a, b) / (lightness * COLOURED));
        const gain = 2 ** (coloured * greyStops(greys, Math.atan2(b, a) / RADIANS_PER_DEGREE));
        // Black and white stay: the gain of a middle grey, fading toward white.
        if (grey < 1) grey = (grey * gain) / (1 + grey * (gain - 1));
      }
      let out = [grey, grey, grey] as readonly [number, number, number];
      if (contrasted) out = contrasted(out);
      if (toned) out = tone(out[1], tones);
      // What stays of colour is as much lighter or darker as its grey.
      const scale = luminance > 0 ? luminanceOfSrgbLinear(out) / luminance : 1;
      for (let c = 0; c < 3; c++) {
        const toneless = out[c as 0 | 1 | 2];
        pixels[p + c] = toneless + kept * (scale * colour[c as 0 | 1 | 2] - toneless);
      }
    }
  };
}

interface Tone {
  readonly a: number;
  readonly b: number;
}

function toneOf({ colour, amount }: MonochromeParameters['lights']): Tone {
  const [, a, b] = convertSrgbLinearToOklab(srgbLinearOfHex(colour));
  const chroma = Math.hypot(a, b);
  const size = chroma > 1e-4 ? (amount * TONE_CHROMA) / chroma : 0;
  return { a: a * size, b: b * size };
}

/** A grey takes the tone of the lights or of the shades by its lightness, at its luminance. */
function tone(grey: number, [lights, shades]: readonly [Tone, Tone]): readonly [number, number, number] {
  const level = Math.cbrt(Math.max(0, grey));
  const light = smoothstep((level - 0.3) / 0.5);
  // Black and white take no tone.
  const room = smoothstep(level / 0.25) * smoothstep((1 - level) / 0.1);
  const a = room * (light * lights.a + (1 - light) * shades.a);
  const b = room * (light * lights.b + (1 - light) * shades.b);
  return convertOklabToSrgbLinear([oklabLightnessAtLuminance(grey, a, b, level), a, b]);
}
