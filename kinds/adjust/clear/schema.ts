import { z } from 'zod';

/** The parameters of a step or mark of this kind. */
export const clearParameters = z.strictObject({
  /** how far it is brightened, 0..1; white stays white */
  brighten: z.number().min(0).max(1),
  /** how much of yellow and red is taken away, 0..1 */
  clear: z.number().min(0).max(1),
});
export type ClearParameters = z.infer<typeof clearParameters>;

/** Changes no pixel. */
export const NEUTRAL: ClearParameters = { brighten: 0, clear: 0 };
