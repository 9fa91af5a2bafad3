import type { CardForm } from '#core/render/card';
import { WHITE_AT, WHITE_FROM, isLightAlone, lightOf } from './compute';
import type { PrepareMeasures } from './compute';
import { NEUTRAL } from './schema';
import type { PrepareParameters } from './schema';

/** compute.ts, for a graphics card, where light alone is changed; all else goes through a table. */
export const prepareCard: CardForm<PrepareParameters, PrepareMeasures> = {
  trial: { ...NEUTRAL, neutral: [0.5, 0.45, 0.4], exposure: 0.2 },
  compile(parameters) {
    if (!isLightAlone(parameters)) return undefined;
    const { matrix: m, gain } = lightOf(parameters);
    const row = (from: number) => [gain * m[from]!, gain * m[from + 1]!, gain * m[from + 2]!];
    return {
      numbers: [...row(0), Number(parameters.neutral !== null), ...row(3), 0, ...row(6), 0],
      words: `
vec3 kernel(vec3 colour, vec2 place) {
  vec3 lit = vec3(dot(numbers[0].xyz, colour), dot(numbers[1].xyz, colour), dot(numbers[2].xyz, colour));
  if (numbers[0].w == 0.0) return lit;
  float least = min(colour.r, min(colour.g, colour.b));
  return mix(lit, vec3(luminanceOf(lit)), smoothstep(${WHITE_FROM}, ${WHITE_AT}, least));
}`,
    };
  },
};
