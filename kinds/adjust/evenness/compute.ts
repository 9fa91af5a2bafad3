import { LUMINANCE_WEIGHTS, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { DEPARTURE, measureDepartures } from '#core/measure/departures';
import { readField } from '#core/raster/field';
import type { Field } from '#core/raster/field';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { EvennessParameters } from './schema';

/** How each place departs from the area's trend; undefined when the area covers nothing. */
export interface EvennessMeasures {
  readonly departures: Field | undefined;
}

/** How places of the area depart from its trend; undefined when it covers nothing. */
export function measureEvenness(input: StepInput, { size }: EvennessParameters): EvennessMeasures {
  return { departures: measureDepartures(input, size) };
}

/** Takes shares of a place's departure away: colour at unchanged luminance, then lightness. */
export function compileEvenness(
  { hue, saturation, lightness, blush, marks }: EvennessParameters,
  { departures }: EvennessMeasures,
): PixelKernel | undefined {
  if (!departures || (hue === 0 && saturation === 0 && lightness === 0)) return undefined;
  const place = new Float32Array(DEPARTURE.channels);
  const keptHue = blush * hue;
  const keptSaturation = blush * saturation;
  const keptLight = blush * lightness;
  const markLight = (1 - marks) * lightness;
  return (pixels, count, { x, y }) => {
    for (let i = 0; i < count; i++) {
      const p = 3 * i;
      const red = pixels[p]!;
      const green = pixels[p + 1]!;
      const blue = pixels[p + 2]!;
      readField(departures, x[i]!, y[i]!, place);
      const [level, a, b] = convertSrgbLinearToOklab([red, green, blue]);
      const newA =
        a -
        hue * place[DEPARTURE.hueA]! -
        saturation * place[DEPARTURE.saturationA]! +
        keptHue * place[DEPARTURE.blushHueA]! +
        keptSaturation * place[DEPARTURE.blushSaturationA]!;
      const newB =
        b -
        hue * place[DEPARTURE.hueB]! -
        saturation * place[DEPARTURE.saturationB]! +
        keptHue * place[DEPARTURE.blushHueB]! +
        keptSaturation * place[DEPARTURE.blushSaturationB]!;
      const luminance =
        LUMINANCE_WEIGHTS[0] * red + LUMINANCE_WEIGHTS[1] * green + LUMINANCE_WEIGHTS[2] * blue;
      const held = oklabLightnessAtLuminance(luminance, newA, newB, level);
      const light =
        held -
        lightness * place[DEPARTURE.lightness]! +
        keptLight * place[DEPARTURE.blushLightness]! -
        markLight * place[DEPARTURE.mark]!;
      const ratio = held > 1e-4 ? light / held : 1;
      const out = convertOklabToSrgbLinear([light, newA * ratio, newB * ratio]);
      pixels[p] = out[0];
      pixels[p + 1] = out[1];
      pixels[p + 2] = out[2];
    }
  };
}
