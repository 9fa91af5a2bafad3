import { z } from 'zod';

export const reliefParameters = z.strictObject({
  /** -1 softened away, 1 twice as strong */
  amount: z.number().min(-1).max(1),
});
export type ReliefParameters = z.infer<typeof reliefParameters>;

export const NEUTRAL: ReliefParameters = { amount: 0 };
