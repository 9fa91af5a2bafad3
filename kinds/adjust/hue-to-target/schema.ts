import { z } from 'zod';

/** HSV degrees, or null where a rung is left to its neighbours. */
const target = z.number().min(0).max(360).nullable();

export const hueToTargetParameters = z.strictObject({ light: target, middle: target, shade: target });
export type HueToTargetParameters = z.infer<typeof hueToTargetParameters>;
