import { z } from 'zod';

const lightness = z.number().min(0).max(100);

/** CIELAB L* of the photo as it is; the ends are softened over `soft` L* outward. */
export const lightReachParameters = z.strictObject({
  from: lightness,
  to: lightness,
  soft: z.number().min(0).max(60),
});
export type LightReachParameters = z.infer<typeof lightReachParameters>;
