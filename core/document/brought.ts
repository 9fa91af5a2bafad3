import { z } from 'zod';
import { fingerprint } from './fingerprint';
import { id } from './limits';

/** The schema of what a photo holds that came from elsewhere in its set. */
export const broughtSchema = z.strictObject({
  /** a step, an area or a mark of this photo */
  id,
  /** the photo that it came from; for what evens a set, this one */
  from: z.string().min(1).max(64),
  /** what it is there; for what evens a set, what it is for */
  of: z.string().min(1).max(140),
  by: z.enum(['carry', 'even']),
  /** fingerprint of it as it came: another one now tells that a hand was at it */
  as: z.string().max(20),
});
export type Brought = z.infer<typeof broughtSchema>;

/** How a step, an area or a mark came: kept with it, so that a hand's change is seen. */
export const asItCame = (entry: object): string => fingerprint(entry);
