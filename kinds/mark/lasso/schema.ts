import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);

/** Closed loops, each without repeating its first point; pixels of the photo. */
export const lassoParameters = z.strictObject({
  loops: z.array(z.array(z.tuple([coordinate, coordinate])).min(3).max(20_000)).min(1).max(200),
});
export type LassoParameters = z.infer<typeof lassoParameters>;
