import { z } from 'zod';

/** Another area of the photo, as it is now and as it will be changed. */
export const areaMarkParameters = z.strictObject({ areaId: z.string().min(1).max(64) });
export type AreaMarkParameters = z.infer<typeof areaMarkParameters>;
