import { z } from 'zod';

/** Coverage that came from a file; it is kept apart, by name. */
export const pictureParameters = z.strictObject({
  /** the file's name, as it was opened */
  file: z.string().min(1).max(400),
  /** names the coverage */
  plate: z.string().min(1).max(64),
});
export type PictureParameters = z.infer<typeof pictureParameters>;
