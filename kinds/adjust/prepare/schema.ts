import { z } from 'zod';

const nudge = z.number().min(-1).max(1);

/** The parameters of a step or mark of this kind. */
export const prepareParameters = z.strictObject({
  /** a patch that is to be neutral, linear sRGB; null leaves white as it is */
  neutral: z
    .tuple([z.number().min(0.0005).max(2), z.number().min(0.0005).max(2), z.number().min(0.0005).max(2)])
    .nullable(),
  /** -1 cooler, 1 warmer */
  temperature: nudge,
  /** -1 greener, 1 more magenta */
  tint: nudge,
  /** stops */
  exposure: z.number().min(-5).max(5),
  contrast: nudge,
  /** 8-bit codes that become black and white */
  black: z.number().min(0).max(120),
  white: z.number().min(135).max(255),
  saturation: nudge,
  /** saturation that spares skin and what is saturated already */
  gentle: nudge,
});
export type PrepareParameters = z.infer<typeof prepareParameters>;

/** Changes no pixel. */
export const NEUTRAL: PrepareParameters = {
  neutral: null,
  temperature: 0,
  tint: 0,
  exposure: 0,
  contrast: 0,
  black: 0,
  white: 255,
  saturation: 0,
  gentle: 0,
};
