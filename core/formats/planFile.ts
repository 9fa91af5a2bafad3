import { z } from 'zod';
import { DocumentError } from '../errors';
import type { Kinds } from '../document/kinds';
import { migratePlanFile } from '../document/migrations';
import { parseJson, parseWith, refuseFuture } from '../document/parse';
import { DOCUMENT_VERSION, makePhotoSchema } from '../document/schema';
import type { Photo } from '../document/schema';

/** A plan as a file: one photo's areas, readings and steps, and its areas' coverage ready made. */
export interface PlanFile {
  readonly schema: number;
  readonly photo: Photo;
  /** by area id: an 8-bit grey PNG of the photo's size in base64 */
  readonly coverage: Readonly<Record<string, string>>;
}

/** A photo's plan as a file. Plans go from hand to hand: who the sitters are,
 * what tells it, and what came from which photo, stays behind. */
export function makePlanFile(photo: Photo, coverage: PlanFile['coverage']): PlanFile {
  const sitters = photo.sitters.map((sitter) => ({ ...sitter, person: null, likeness: null }));
  return { schema: DOCUMENT_VERSION, photo: { ...photo, sitters, brought: [] }, coverage };
}

/** The schema of a plan file, for a given set of kinds. */
export function makePlanFileSchema(kinds: Kinds): z.ZodType<PlanFile> {
  return z.strictObject({
    schema: z.literal(DOCUMENT_VERSION),
    photo: makePhotoSchema(kinds),
    coverage: z.record(z.string(), z.base64()),
  });
}

/** @throws {DocumentError} not-json, from-the-future or invalid */
export function parsePlanFile(text: string, kinds: Kinds): PlanFile {
  const value = parseJson(text);
  refuseFuture(value, DOCUMENT_VERSION);
  if (typeof value !== 'object' || value === null || !('photo' in value))
    throw new DocumentError('invalid', 'photo', 'is missing');
  return parseWith(makePlanFileSchema(kinds), migratePlanFile({ ...value }, DOCUMENT_VERSION, kinds));
}
