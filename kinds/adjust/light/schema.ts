import { z } from 'zod';

const nudge = z.number().min(-1).max(1);

/** The parameters of a step or mark of this kind. */
export const lightParameters = z.strictObject({
  /** stops */
  exposure: z.number().min(-5).max(5),
  /** of the middle: below 1 darker, above 1 lighter; black and white stay */
  gamma: z.number().min(0.2).max(5),
  contrast: nudge,
  saturation: nudge,
  /** -1 cooler, 1 warmer; luminance stays */
  warmth: nudge,
});
export type LightParameters = z.infer<typeof lightParameters>;

/** Changes no pixel. */
export const NEUTRAL: LightParameters = { exposure: 0, gamma: 1, contrast: 0, saturation: 0, warmth: 0 };
