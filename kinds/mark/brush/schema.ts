import { z } from 'zod';
import { strokeList, strokeShape } from '#core/document/strokes';

/** Plain brush strokes in their order; lengths in pixels of the photo. */
export const brushParameters = z.strictObject({
  strokes: strokeList(
    z.strictObject({
      ...strokeShape,
      /** share of the radius over which the edge fades: 0 hard, 1 from the middle on */
      fade: z.number().min(0).max(1),
      /** share that one stroke covers; strokes over each other build up */
      build: z.number().min(0.01).max(1),
    }),
  ),
});
export type BrushParameters = z.infer<typeof brushParameters>;
