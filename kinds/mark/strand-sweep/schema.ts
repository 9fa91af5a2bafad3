import { z } from 'zod';

const point = z.tuple([z.number(), z.number(), z.number().min(0).max(1)]);

/** Sweeps along the edge of hair, whose single strands are taken; lengths in pixels of the photo. */
export const strandSweepParameters = z.strictObject({
  /** of the solver, so that a sweep keeps its meaning when the solver is bettered */
  solver: z.literal(1),
  strokes: z.array(z.strictObject({ takes: z.boolean(), radius: z.number().min(0.5).max(2000), points: z.array(point).min(1).max(20_000) })).max(2000),
});
export type StrandSweepParameters = z.infer<typeof strandSweepParameters>;
