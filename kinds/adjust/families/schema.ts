import { z } from 'zod';

/** of one family, named by its hue in OKLCh degrees as it was found */
const change = z.strictObject({
  hue: z.number().min(0).max(360),
  /** degrees turned */
  turn: z.number().min(-180).max(180),
  /** -1 grey to 1 twice as much */
  saturation: z.number().min(-1).max(1),
  /** stops, in proportion to saturation */
  lightness: z.number().min(-2).max(2),
});

/** The parameters of a step or mark of this kind. */
export const familiesParameters = z.strictObject({ changes: z.array(change).max(12) });
export type FamiliesParameters = z.infer<typeof familiesParameters>;

/** Changes no pixel. */
export const NEUTRAL: FamiliesParameters = { changes: [] };
