import { z } from 'zod';

export const recolourParameters = z.strictObject({
  /** the wanted mean colour as #rrggbb of sRGB; null changes nothing */
  colour: z.string().regex(/^#[0-9a-f]{6}$/).nullable(),
  /** share of the original's differences in hue and saturation that stays, 0 flat to 1 all */
  variation: z.number().min(0).max(1),
});
export type RecolourParameters = z.infer<typeof recolourParameters>;
