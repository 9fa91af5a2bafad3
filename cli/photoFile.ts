import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import sharp from 'sharp';
import { PhotoFileError } from '#core/errors';
import { decodeDeep } from '#core/formats/decodeDeep';
import type { PhotoType } from '#core/formats/inspectPhotoFile';
import { findJpegDamage } from '#core/formats/jpegDamage';
import { readExtras } from '#core/formats/photoExtras';
import type { PhotoExtras } from '#core/formats/photoExtras';
import { photoRaster, readPhoto } from '#core/formats/photoReading';
import type { PhotoReading } from '#core/formats/photoReading';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import type { Pixels } from '#core/raster/turnUpright';
import type { Report } from './report';

/** A photo read from disk, upright. */
export interface OpenedPhoto {
  readonly name: string;
  /** SHA-256 of the file, hexadecimal */
  readonly sha256: string;
  readonly pyramid: Pyramid;
  readonly type: PhotoType;
  /** profile and metadata */
  readonly extras: PhotoExtras;
}

/**
 * Reads and decodes a photo: EXIF orientation applied, in the colours of its own profile where that is of curves
 * and a matrix, else converted to sRGB, what is transparent laid on white. A file that is damaged within is
 * opened as far as it goes, and that is told.
 * @throws {PhotoFileError} with the reason; file system errors pass through
 */
export async function openPhotoFile(path: string, report?: Pick<Report, 'warn'>): Promise<OpenedPhoto> {
  const bytes = await readFile(path);
  const name = basename(path);
  const reading = readPhoto(name, bytes);
  const damage = reading.facts.type === 'image/jpeg' ? findJpegDamage(bytes) : undefined;
  if (damage)
    report?.warn(
      `is damaged: from row ${damage.row + 1} of ${damage.rows} on at the latest the picture may be torn, coloured or grey`,
    );
  const pixels = reading.isDeep ? decodeDeep(name, reading) : await decode(name, reading);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  return {
    name,
    sha256,
    pyramid: buildPyramid(photoRaster(pixels, reading.colours)),
    type: reading.facts.type,
    extras: readExtras(bytes),
  };
}

async function decode(name: string, { file, colours }: PhotoReading): Promise<Pixels> {
  try {
    // Damage within is told apart; a decoder that stops at the first odd byte would lose the rest.
    const { data, info } = await sharp(file, {
      limitInputPixels: false,
      failOn: 'truncated',
      ignoreIcc: colours !== undefined,
    })
      .rotate()
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
    return { width: info.width, height: info.height, data };
  } catch {
    throw new PhotoFileError(name, 'undecodable');
  }
}
