import { z } from 'zod';
import type { Part } from '#core/document/schema';
import { firstColour, isHairy } from './partPalette';

/** #rrggbb of sRGB */
const colour = z.string().regex(/^#[0-9a-f]{6}$/);
const share = z.number().min(0).max(1);

/** OKLab at equal steps of lightness ranks, dark to light */
const trendRow = z.tuple([
  z.number().min(0).max(1.2),
  z.number().min(-0.5).max(0.5),
  z.number().min(-0.5).max(0.5),
]);

/** The parameters of a step or mark of this kind. */
export const recolourParameters = z.strictObject({
  /**
   * as pigment would; or plainly by the colour, darker (multiplied) or lighter (screened), as layers are
   * blended
   */
  way: z.enum(['pigment', 'darken', 'lighten']),
  /** the mean colour that the area is to have; null leaves it */
  colour: colour.nullable(),
  /** the colours of another part from its darks to its lights, in place of the mean alone */
  trend: z.strictObject({ name: z.string().max(120), rows: z.array(trendRow).min(2).max(64) }).nullable(),
  /** how much of the differences in hue and in saturation stays: 0 flat, 1 all */
  hueVariation: share,
  saturationVariation: share,
  /** the wanted colour made darker (below 0) or lighter, stops of light */
  depth: z.number().min(-3).max(3),
  /** how much of the warm undertone shows that dark hair passes through when it is lifted, 0..1 */
  undertone: share,
  /** how much of gloss and glints stays white light rather than taking the colour, 0..1 */
  gloss: share,
  /**
   * another colour for a zone of the area: lightness ranks in percent, or a range of the hues it had, HSV
   * degrees
   */
  second: z
    .strictObject({
      colour,
      zone: z.enum(['tone', 'hue']),
      from: z.number().min(0).max(360),
      to: z.number().min(0).max(360),
      /** width of the passage at both ends, in the zone's unit */
      soft: z.number().min(0).max(90),
    })
    .nullable(),
});
export type RecolourParameters = z.infer<typeof recolourParameters>;

/** Everything but the colour as it starts. */
export const RECOLOUR_DEFAULTS: Omit<RecolourParameters, 'colour'> = {
  way: 'pigment',
  trend: null,
  hueVariation: 1,
  saturationVariation: 1,
  depth: 0,
  undertone: 0,
  gloss: 1,
  second: null,
};

/**
 * How a part starts to be recoloured. Hair's second highlight carries the pigment (Marschner 2003): little of its
 * gloss is white.
 */
export function startRecolour(part: Part, colour = firstColour(part)): RecolourParameters {
  return { ...RECOLOUR_DEFAULTS, colour, gloss: isHairy(part) ? 0.3 : 1 };
}
