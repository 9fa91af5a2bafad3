import { luminanceOfOklab, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { DEPARTURE, measureDepartures } from '#core/measure/departures';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import { fromOklab, toOklab } from '#core/render/oklabRuns';
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
  const keptHue = blush * hue;
  const keptSaturation = blush * saturation;
  const keptLight = blush * lightness;
  const markLight = (1 - marks) * lightness;
  const line = new FieldLine(departures, 3, (place, out) => {
    out[0] =
      keptHue * place[DEPARTURE.blushHueA]! +
      keptSaturation * place[DEPARTURE.blushSaturationA]! -
      hue * place[DEPARTURE.hueA]! -
      saturation * place[DEPARTURE.saturationA]!;
    out[1] =
      keptHue * place[DEPARTURE.blushHueB]! +
      keptSaturation * place[DEPARTURE.blushSaturationB]! -
      hue * place[DEPARTURE.hueB]! -
      saturation * place[DEPARTURE.saturationB]!;
    out[2] =
      keptLight * place[DEPARTURE.blushLightness]! -
      lightness * place[DEPARTURE.lightness]! -
      markLight * place[DEPARTURE.mark]!;
  });
  return (pixels, count, places) => {
    const changes = line.at(places, count);
    toOklab(pixels, count);
    for (let p = 0, at = 0; p < 3 * count; p += 3, at += line.stride) {
      const level = pixels[p]!;
      const a = pixels[p + 1]!;
      const b = pixels[p + 2]!;
      const newA = a + changes[at]!;
      const newB = b + changes[at + 1]!;
      const held = oklabLightnessAtLuminance(luminanceOfOklab(level, a, b), newA, newB, level);
      const light = held + changes[at + 2]!;
      const ratio = held > 1e-4 ? light / held : 1;
      pixels[p] = light;
      pixels[p + 1] = newA * ratio;
      pixels[p + 2] = newB * ratio;
    }
    fromOklab(pixels, count);
  };
}
