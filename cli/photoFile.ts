import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import sharp from 'sharp';
import { PhotoFileError } from '#core/errors';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { findJpegDamage } from '#core/formats/jpegDamage';
import { convertPngPixels, readPngColour } from '#core/formats/pngColour';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import type { Report } from './report';

/** A photo read from disk, upright, in sRGB. */
export interface OpenedPhoto {
  readonly name: string;
  /** SHA-256 of the file, hexadecimal */
  readonly sha256: string;
  readonly pyramid: Pyramid;
}

/**
 * Reads and decodes a photo: EXIF orientation applied, embedded profile converted to sRGB, what is
 * transparent laid on white. A file that is damaged within is opened as far as it goes, and that is told.
 * @throws {PhotoFileError} with the reason; file system errors pass through
 */
export async function openPhotoFile(path: string, report?: Pick<Report, 'warn'>): Promise<OpenedPhoto> {
  const bytes = await readFile(path);
  const name = basename(path);
  const { type } = inspectPhotoFile(name, bytes);
  const damage = type === 'image/jpeg' ? findJpegDamage(bytes) : undefined;
  if (damage)
    report?.warn(
      `is damaged: from row ${damage.row + 1} of ${damage.rows} on at the latest the picture may be torn, coloured or grey`,
    );
  const { width, height, data } = await decode(name, bytes);
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  return { name, sha256, pyramid: buildPyramid({ space: 'srgb8', width, height, data }) };
}

async function decode(name: string, bytes: Buffer): Promise<{ width: number; height: number; data: Buffer }> {
  const reading = readPngColour(bytes);
  try {
    // Damage within is told apart; a decoder that stops at the first odd byte would lose the rest.
    const image = sharp(reading?.file ?? bytes, { limitInputPixels: false, failOn: 'truncated' }).rotate();
    const { depth, hasProfile } = await image.metadata();
    // With 16 bits a channel a profile is followed only on the way to another one.
    const inSrgb = depth === 'ushort' && hasProfile ? image.withIccProfile('srgb') : image;
    const flat = inSrgb
      .flatten({ background: '#ffffff' })
      .toColourspace('srgb')
      .ensureAlpha()
      .raw({ depth: 'uchar' });
    const { data, info } = await flat.toBuffer({ resolveWithObject: true });
    if (reading?.colour) convertPngPixels(data, reading.colour);
    return { width: info.width, height: info.height, data };
  } catch {
    throw new PhotoFileError(name, 'undecodable');
  }
}
