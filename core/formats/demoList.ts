import { z } from 'zod';

const sha256 = z.string().regex(/^[0-9a-f]{64}$/);

/** The made-up photos that come with the application. */
export const demoListSchema = z.strictObject({
  sitting: z.string().min(1),
  photos: z
    .array(
      z.strictObject({
        /** SHA-256 of the file */
        id: sha256,
        file: z.string().regex(/^[a-z0-9-]+\.jpg$/),
        width: z.number().int().positive(),
        height: z.number().int().positive(),
        /** the shot that it is a frame of */
        frame: z
          .strictObject({
            /** SHA-256 of the clip */
            clip: sha256,
            file: z.string().regex(/^[a-z0-9-]+\.webm$/),
            n: z.number().int().min(0),
          })
          .nullable(),
      }),
    )
    .min(1),
});
export type DemoList = z.infer<typeof demoListSchema>;
