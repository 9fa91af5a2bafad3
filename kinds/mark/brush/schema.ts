import { z } from 'zod';

const point = z.tuple([z.number(), z.number(), z.number().min(0).max(1)]);

/** Plain brush strokes in their order; lengths in pixels of the photo. */
export const brushParameters = z.strictObject({
  strokes: z.array(z.strictObject({
    takes: z.boolean(),
    radius: z.number().min(0.5).max(2000),
    /** share of the radius over which the edge fades: 0 hard, 1 from the middle on */
    fade: z.number().min(0).max(1),
    /** share that one stroke covers; strokes over each other build up */
    build: z.number().min(0.01).max(1),
    points: z.array(point).min(1).max(20_000),
  })).max(2000),
});
export type BrushParameters = z.infer<typeof brushParameters>;
