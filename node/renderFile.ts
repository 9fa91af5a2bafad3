import { DocumentError } from '#core/errors';
import { parsePlanFile } from '#core/formats/planFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import { Resolver } from '#core/render/resolver';
import { KINDS } from '#kinds/registry.gen';
import { openPhoto } from './openPhoto';
import { ownCoverage } from './ownCoverage';
import { writePhoto } from './writePhoto';

/** A photo's file, its plan, and what it is to become. */
export interface RenderRequest {
  /** a plan file's text */
  readonly plan: string;
  readonly name: string;
  /** the photo's file */
  readonly bytes: Uint8Array;
  readonly as: WrittenAs;
}

/**
 * Renders a photo with the plan that was made for it.
 * @param onProgress is told the share that is done, 0..1
 * @throws {PhotoFileError} {DocumentError} other-photo, when the plan is of another one
 */
export async function renderFile(
  { plan, name, bytes, as }: RenderRequest,
  onProgress: (share: number) => void,
): Promise<Uint8Array> {
  const file = parsePlanFile(plan, KINDS);
  const opened = await openPhoto(name, bytes);
  if (opened.sha256 !== file.photo.id) throw new DocumentError('other-photo', '', file.photo.file);
  const { pyramid } = opened;
  const baked = await ownCoverage(file, pyramid.width, pyramid.height);
  const job = { opened, resolver: new Resolver(pyramid, KINDS), photo: file.photo, baked };
  return writePhoto(job, as, onProgress);
}
