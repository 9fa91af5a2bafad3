import { DEPARTURE } from '#core/measure/departures';
import type { CardForm } from '#core/render/card';
import type { EvennessMeasures } from './compute';
import { EVENNESS_START } from './schema';
import type { EvennessParameters } from './schema';

/** A channel of the field, of which there are four to a layer. */
const departure = (channel: number) => `at[${channel >> 2}].${'xyzw'[channel & 3]!}`;

const pairOf = (a: number, b: number) => `vec2(${departure(a)}, ${departure(b)})`;

/** compute.ts, for a graphics card. */
export const evennessCard: CardForm<EvennessParameters, EvennessMeasures> = {
  trial: { ...EVENNESS_START, hue: 1, saturation: 1, lightness: 1, blush: 0.8, marks: 0.2, size: 6 },
  compile({ hue, saturation, lightness, blush, marks }, { departures }) {
    if (!departures) return undefined;
    return {
      field: departures,
      numbers: [hue, saturation, lightness, (1 - marks) * lightness, blush, 0, 0, 0],
      words: `
vec3 kernel(vec3 colour, vec2 place) {
  vec4 at[3] = vec4[3](fieldAt(0, place), fieldAt(1, place), fieldAt(2, place));
  vec3 lab = oklabOf(colour);
  float blush = numbers[1].x;
  vec2 tint = lab.yz
    - numbers[0].x * (${pairOf(DEPARTURE.hueA, DEPARTURE.hueB)} - blush * ${pairOf(DEPARTURE.blushHueA, DEPARTURE.blushHueB)})
    - numbers[0].y * (${pairOf(DEPARTURE.saturationA, DEPARTURE.saturationB)} - blush * ${pairOf(DEPARTURE.blushSaturationA, DEPARTURE.blushSaturationB)});
  float held = lightnessAt(luminanceOf(colour), tint, lab.x);
  float light = held
    - numbers[0].z * (${departure(DEPARTURE.lightness)} - blush * ${departure(DEPARTURE.blushLightness)})
    - numbers[0].w * ${departure(DEPARTURE.mark)};
  float ratio = held > 1e-4 ? light / held : 1.0;
  return linearOf(vec3(light, tint * ratio));
}`,
    };
  },
};
