import { z } from 'zod';

/** The parameters of a step or mark of this kind. */
export const reliefParameters = z.strictObject({
  /** -1 softened away, 1 twice as strong */
  amount: z.number().min(-1).max(1),
});
export type ReliefParameters = z.infer<typeof reliefParameters>;

/** Changes no pixel. */
export const NEUTRAL: ReliefParameters = { amount: 0 };
