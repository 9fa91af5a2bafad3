import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import { openPhoto } from '../node/openPhoto';
import type { OpenedPhoto } from '../node/openPhoto';
import type { Report } from './report';

/**
 * Reads and decodes a photo. A file that is damaged within is opened as far as it goes, and that is told.
 * @throws {PhotoFileError} with the reason; file system errors pass through
 */
export async function openPhotoFile(path: string, report?: Pick<Report, 'warn'>): Promise<OpenedPhoto> {
  const opened = await openPhoto(basename(path), await readFile(path));
  const { damage } = opened;
  if (damage)
    report?.warn(
      `is damaged: from row ${damage.row + 1} of ${damage.rows} on at the latest the picture may be torn, coloured or grey`,
    );
  return opened;
}
