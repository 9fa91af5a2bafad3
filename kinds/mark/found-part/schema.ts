import { z } from 'zod';
import { FOUND_PARTS } from '#core/document/foundParts';

/** A part of a sitter that was found in the photo; its coverage is kept apart, by name. */
export const foundPartParameters = z.strictObject({
  sitter: z.string().min(1).max(64),
  part: z.enum(FOUND_PARTS),
  /** names the coverage */
  plate: z.string().min(1).max(64),
});
export type FoundPartParameters = z.infer<typeof foundPartParameters>;
