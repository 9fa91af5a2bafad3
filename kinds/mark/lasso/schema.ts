import { z } from 'zod';
import { MOST_POINTS } from '#core/document/strokes';

const coordinate = z.number().min(-200_000).max(200_000);
const MOST_POINTS_OF_LOOPS = 50_000;

/** Closed loops, each without repeating its first point; pixels of the photo. */
export const lassoParameters = z.strictObject({
  loops: z
    .array(
      z
        .array(z.tuple([coordinate, coordinate]))
        .min(3)
        .max(MOST_POINTS),
    )
    .min(1)
    .max(200)
    .refine(
      (loops) => loops.reduce((sum, loop) => sum + loop.length, 0) <= MOST_POINTS_OF_LOOPS,
      `has more than ${MOST_POINTS_OF_LOOPS} points in all`,
    ),
});
export type LassoParameters = z.infer<typeof lassoParameters>;
