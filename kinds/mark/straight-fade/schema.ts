import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);

/** Full at the first point and before it, nothing at the second and beyond; pixels of the photo. */
export const straightFadeParameters = z.strictObject({
  fromX: coordinate,
  fromY: coordinate,
  toX: coordinate,
  toY: coordinate,
});
export type StraightFadeParameters = z.infer<typeof straightFadeParameters>;
