import { z } from 'zod';
import { FOUND_PARTS } from '#core/document/foundParts';
import { COORDINATE_REACH } from '#core/document/schema';

const coordinate = z.number().min(-COORDINATE_REACH).max(COORDINATE_REACH);

/** A place that find gave to one part and that may belong to another; its coverage is kept apart, by name. */
export const doubtfulPlaceParameters = z.strictObject({
  sitter: z.string().min(1).max(64),
  /** the part that it was given to */
  has: z.enum(FOUND_PARTS),
  /** the part that it may belong to */
  may: z.enum(FOUND_PARTS),
  /** names the coverage, and is the same in every area that the place concerns */
  plate: z.string().min(1).max(64),
  /** the rectangle that holds it, pixels of the photo */
  box: z.strictObject({
    x: coordinate,
    y: coordinate,
    width: z.number().positive(),
    height: z.number().positive(),
  }),
});
export type DoubtfulPlaceParameters = z.infer<typeof doubtfulPlaceParameters>;
