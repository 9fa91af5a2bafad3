import type { CardForm } from '#core/render/card';
import { dyeFor } from './compute';
import type { RecolourMeasures } from './compute';
import { glossLine } from './gloss';
import { RECOLOUR_DEFAULTS } from './schema';
import type { RecolourParameters } from './schema';
import { variationOf } from './variation';

/** compute.ts, for a graphics card: one pigment; a second colour, trends and plain dyes are the processor's. */
export const recolourCard: CardForm<RecolourParameters, RecolourMeasures> = {
  trial: { ...RECOLOUR_DEFAULTS, colour: '#7a3b52', hueVariation: 0.6, saturationVariation: 0.8 },
  compile(parameters, { samples, gloss }) {
    const { way, colour, second, trend, gloss: kept, hueVariation, saturationVariation } = parameters;
    if (colour === null || !gloss || way !== 'pigment' || second || trend) return undefined;
    const { pigment, mean } = dyeFor(colour, parameters, { samples, gloss });
    const { body, factor, exponent, shared } = pigment;
    const { perA, perB, u, v } = variationOf(mean);
    return {
      numbers: [
        ...glossLine(gloss),
        ...[gloss.floor, kept, hueVariation, saturationVariation],
        ...body.map(Math.log),
        ...[...exponent, 0],
        ...[...shared, 0],
        ...[factor[0] * body[0], factor[1] * body[1], factor[2] * body[2], 0],
        ...[perA, perB, u, v],
      ],
      words: `
vec3 varied(vec3 colour) {
  vec3 lab = oklabOf(colour);
  vec2 middle = numbers[6].xy * lab.x;
  vec2 way = numbers[6].zw;
  vec2 rest = lab.yz - middle;
  float along = numbers[1].w * dot(rest, way);
  float across = numbers[1].z * (rest.y * way.x - rest.x * way.y);
  return linearOf(vec3(lab.x, middle + along * way + across * vec2(-way.y, way.x)));
}
vec3 kernel(vec3 colour, vec2 place) {
  float over = dot(colour, numbers[0].xyz) + numbers[0].w - numbers[1].x;
  float least = min(colour.r, min(colour.g, colour.b));
  float white = over > 0.0 ? numbers[1].y * clamp(least, 0.0, over) : 0.0;
  vec3 body = max(colour - white, 0.0);
  float light = log(luminanceOf(body) + 1e-6) - numbers[2].w;
  vec3 pattern = mix(log(body + 1e-6) - numbers[2].xyz, vec3(light), numbers[4].xyz);
  vec3 dyed = numbers[5].xyz * exp(numbers[3].xyz * pattern);
  if (numbers[1].z != 1.0 || numbers[1].w != 1.0) dyed = varied(dyed);
  return dyed + white;
}`,
    };
  },
};
