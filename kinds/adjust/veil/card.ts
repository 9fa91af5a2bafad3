import type { CardForm } from '#core/render/card';
import { TOE } from './compute';
import type { VeilMeasures } from './compute';
import { NEUTRAL, veilOf } from './schema';
import type { VeilParameters } from './schema';

/** compute.ts, for a graphics card. */
export const veilCard: CardForm<VeilParameters, VeilMeasures> = {
  trial: { ...NEUTRAL, x: 150, y: 100, reach: 120, colour: '#c0a080', amount: 0.08, haze: 0.02 },
  compile(parameters) {
    const { x, y, reach, base, peak } = veilOf(parameters);
    return {
      numbers: [x, y, -0.5 / reach ** 2, TOE, ...base, 0, ...peak, 0],
      words: `
float without(float seen, float added) {
  float left = seen - added;
  float toe = min(numbers[0].w, added);
  if (left >= toe) return left;
  return seen > 0.0 ? min(seen, toe * exp(left / toe - 1.0)) : seen;
}
vec3 kernel(vec3 colour, vec2 place) {
  vec2 apart = place - numbers[0].xy;
  vec3 added = numbers[1].xyz + exp(numbers[0].z * dot(apart, apart)) * numbers[2].xyz;
  return vec3(without(colour.r, added.r), without(colour.g, added.g), without(colour.b, added.b));
}`,
    };
  },
};
