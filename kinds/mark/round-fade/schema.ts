import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);

/** The parameters of a step or mark of this kind. */
export const roundFadeParameters = z.strictObject({
  x: coordinate,
  y: coordinate,
  /** beyond which nothing is covered, pixels of the photo */
  radius: z.number().min(1).max(400_000),
  /** share of the radius over which it fades, 0 hard to 1 from the centre */
  soft: z.number().min(0).max(1),
});
export type RoundFadeParameters = z.infer<typeof roundFadeParameters>;
