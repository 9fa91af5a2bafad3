import { z } from 'zod';
import { strokeList, strokeShape } from '#core/document/strokes';

/** Strokes with edge finding; lengths in pixels of the photo. */
export const edgeStrokeParameters = z.strictObject({
  /**
   * of the solver, so that a stroke keeps its meaning when the solver is bettered; from 2 on it looks at what
   * the area holds so far
   */
  solver: z.union([z.literal(1), z.literal(2)]),
  tolerance: z.number().min(0).max(1),
  strokes: strokeList(z.strictObject(strokeShape)),
});
export type EdgeStrokeParameters = z.infer<typeof edgeStrokeParameters>;
