import { z } from 'zod';
import { strokeList, strokeShape } from '#core/document/strokes';

/** Sweeps along the edge of hair, whose single strands are taken; lengths in pixels of the photo. */
export const strandSweepParameters = z.strictObject({
  /** of the solver, so that a sweep keeps its meaning when the solver is bettered */
  solver: z.literal(1),
  strokes: strokeList(z.strictObject(strokeShape)),
});
export type StrandSweepParameters = z.infer<typeof strandSweepParameters>;
