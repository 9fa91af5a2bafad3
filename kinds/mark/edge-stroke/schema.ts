import { z } from 'zod';

const point = z.tuple([z.number(), z.number(), z.number().min(0).max(1)]);

/** Strokes with edge finding; lengths in pixels of the photo. */
export const edgeStrokeParameters = z.strictObject({
  /** of the solver, so that a stroke keeps its meaning when the solver is bettered; from 2 on it looks at what the area holds so far */
  solver: z.union([z.literal(1), z.literal(2)]),
  tolerance: z.number().min(0).max(1),
  strokes: z.array(z.strictObject({ takes: z.boolean(), radius: z.number().min(0.5).max(2000), points: z.array(point).min(1).max(20_000) })).max(2000),
});
export type EdgeStrokeParameters = z.infer<typeof edgeStrokeParameters>;
