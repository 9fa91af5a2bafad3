import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import { basename } from 'node:path';
import sharp from 'sharp';
import { PhotoFileError } from '#core/errors';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';

/** A photo read from disk, upright, in sRGB. */
export interface OpenedPhoto {
  readonly name: string;
  /** SHA-256 of the file, hexadecimal */
  readonly sha256: string;
  readonly pyramid: Pyramid;
}

/**
 * Reads and decodes a photo: EXIF orientation applied, embedded profile converted to sRGB.
 * @throws {PhotoFileError} with the reason; file system errors pass through
 */
export async function openPhotoFile(path: string): Promise<OpenedPhoto> {
  const bytes = await readFile(path), name = basename(path);
  inspectPhotoFile(name, bytes);
  let decoded;
  try {
    decoded = await sharp(bytes, { limitInputPixels: false }).rotate().toColourspace('srgb').ensureAlpha().raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  } catch {
    throw new PhotoFileError(name, 'undecodable');
  }
  const { width, height } = decoded.info;
  return { name, sha256: createHash('sha256').update(bytes).digest('hex'), pyramid: buildPyramid({ space: 'srgb8', width, height, data: decoded.data }) };
}
