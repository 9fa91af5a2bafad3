import { z } from 'zod';
import { discReachSchema } from '#core/document/discReach';

const share = z.number().min(0).max(1);

/** The parameters of a step of this kind. */
export const evenToColourParameters = z.strictObject({
  /** #rrggbb of sRGB that the area is drawn to; null is its own middle colour */
  colour: z
    .string()
    .regex(/^#[0-9a-f]{6}$/)
    .nullable(),
  /** how far each is drawn there, 0..1; of lightness what is patchy, narrower than falloff and form */
  hue: share,
  saturation: share,
  lightness: share,
  /** how far broad falloff of light, and the form of what has one, is drawn to the colour's lightness, 0..1 */
  falloff: share,
  /** what is finer stays as texture: radius in pixels of the photo; null suits it to the area */
  size: z.number().min(1).max(400).nullable(),
  /** which colours take part; null for all */
  reach: discReachSchema.nullable(),
});
export type EvenToColourParameters = z.infer<typeof evenToColourParameters>;

/** Changes no pixel. */
export const NEUTRAL: EvenToColourParameters = {
  colour: null,
  hue: 0,
  saturation: 0,
  lightness: 0,
  falloff: 0,
  size: null,
  reach: null,
};

/** A wall in one tone. */
export const EVEN_TO_COLOUR_START: EvenToColourParameters = {
  ...NEUTRAL,
  hue: 1,
  saturation: 1,
  lightness: 1,
  falloff: 0.8,
};
/** Skin, cloth and hair have a form, and folds that are lightness. */
export const FORMED_START: EvenToColourParameters = { ...EVEN_TO_COLOUR_START, lightness: 0.6, falloff: 0 };
