import { z } from 'zod';

/** The made-up photos that come with the application. */
export const demoListSchema = z.strictObject({
  sitting: z.string().min(1),
  photos: z
    .array(
      z.strictObject({
        /** SHA-256 of the file */
        id: z.string().regex(/^[0-9a-f]{64}$/),
        file: z.string().regex(/^[a-z0-9-]+\.jpg$/),
        width: z.number().int().positive(),
        height: z.number().int().positive(),
      }),
    )
    .min(1),
});
export type DemoList = z.infer<typeof demoListSchema>;
