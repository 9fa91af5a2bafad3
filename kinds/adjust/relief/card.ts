import type { CardForm } from '#core/render/card';
import type { ReliefMeasures } from './compute';
import type { ReliefParameters } from './schema';

/** compute.ts, for a graphics card. */
export const reliefCard: CardForm<ReliefParameters, ReliefMeasures> = {
  trial: { amount: 0.8 },
  compile({ amount }, { band }) {
    if (!band) return undefined;
    return {
      field: band,
      numbers: [amount, 0, 0, 0],
      words: `
vec3 kernel(vec3 colour, vec2 place) {
  float light = oklabOf(colour).x;
  if (light <= 0.01) return colour;
  float root = max(0.0, 1.0 + numbers[0].x * fieldAt(0, place).x / light);
  return colour * root * root * root;
}`,
    };
  },
};
