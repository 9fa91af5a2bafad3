import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);

/** An ellipse; lengths in pixels of the photo. */
export const ellipseParameters = z.strictObject({
  x: coordinate,
  y: coordinate,
  radiusX: z.number().min(0.5).max(200_000),
  radiusY: z.number().min(0.5).max(200_000),
});
export type EllipseParameters = z.infer<typeof ellipseParameters>;
