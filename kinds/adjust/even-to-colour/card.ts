import type { CardForm } from '#core/render/card';
import { GREY, wantedOf } from './compute';
import type { EvenToColourMeasures } from './compute';
import { EVEN_TO_COLOUR_START } from './schema';
import type { EvenToColourParameters } from './schema';
import { discOf } from '#core/colour/discShare';

/** A disc that takes all colours. */
const EVERYWHERE = [0, 0, 1e3, 1] as const;

/** compute.ts, for a graphics card. */
export const evenToColourCard: CardForm<EvenToColourParameters, EvenToColourMeasures> = {
  trial: {
    ...EVEN_TO_COLOUR_START,
    hue: 0.7,
    saturation: 0.6,
    colour: '#b08a70',
    reach: { hue: 50, chroma: 60, reach: 30, soft: 60 },
  },
  compile({ colour, hue, saturation, lightness, falloff, reach }, { broad, middle }) {
    if (!broad) return undefined;
    const wanted = wantedOf(colour, middle);
    const disc = reach && discOf(reach);
    return {
      field: broad,
      numbers: [
        ...[wanted.light, wanted.chroma, Math.cos(wanted.radians), Math.sin(wanted.radians)],
        ...[hue, saturation, lightness, falloff],
        ...(disc ? [disc.a, disc.b, disc.radius, disc.soft] : EVERYWHERE),
      ],
      words: `
vec3 kernel(vec3 colour, vec2 place) {
  vec4 broad = fieldAt(0, place);
  vec2 own = broad.yz;
  float part = smoothstep(0.0, 1.0, 1.0 - (distance(own, numbers[2].xy) - numbers[2].z) / numbers[2].w);
  if (part == 0.0) return colour;
  vec3 lab = oklabOf(colour);
  float light = broad.x + part * (numbers[1].z * (broad.w - broad.x) + numbers[1].w * (numbers[0].x - broad.w));
  vec2 wanted = numbers[0].zw;
  float apart = atan(own.y * wanted.x - own.x * wanted.y, dot(own, wanted));
  // Opposite hues: which way round is a matter of rounding.
  if (abs(apart) > 3.14) sure = false;
  float turn = -numbers[1].x * part * apart;
  mat2 turned = mat2(cos(turn), sin(turn), -sin(turn), cos(turn));
  vec2 toward = turned * own + numbers[1].x * part * ${GREY} * wanted;
  float shaded = numbers[0].x > 0.0 ? min(1.0, max(0.0, light) / numbers[0].x) : 1.0;
  float chroma = mix(length(own), numbers[0].y * shaded, numbers[1].y * part);
  vec2 tint = toward * chroma / max(1e-6, length(toward)) + turned * (lab.yz - own);
  float held = lightnessAt(luminanceOf(colour), tint, lab.x);
  return linearOf(vec3(held + light - broad.x, tint));
}`,
    };
  },
};
