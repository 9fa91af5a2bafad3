import { createHash } from 'node:crypto';
import { instantiate } from 'lcms-wasm';
import sharp from 'sharp';
import { decodePhoto } from '#core/formats/decodePhoto';
import type { PhotoDecoders } from '#core/formats/decodePhoto';
import type { PhotoType } from '#core/formats/inspectPhotoFile';
import { findJpegDamage } from '#core/formats/jpegDamage';
import type { JpegDamage } from '#core/formats/jpegDamage';
import { readExtras } from '#core/formats/photoExtras';
import type { PhotoExtras } from '#core/formats/photoExtras';
import { photoRaster, readPhoto } from '#core/formats/photoReading';
import type { PhotoReading } from '#core/formats/photoReading';
import { buildPyramid } from '#core/raster/pyramid';
import type { Pyramid } from '#core/raster/pyramid';
import type { Pixels } from '#core/raster/turnUpright';
import { startJxlDecoder } from './jxlDecoder';
import { startRawDecoder } from './rawDecoder';
import { shareBytes, sharedBytes } from './sharedBytes';

const DECODERS: PhotoDecoders = {
  decode,
  startRaw: startRawDecoder,
  startJxl: startJxlDecoder,
  startEngine: instantiate,
  allocate: sharedBytes,
};

/** A photo's file read and decoded, upright. */
export interface OpenedPhoto {
  readonly name: string;
  /** SHA-256 of the file, hexadecimal */
  readonly sha256: string;
  readonly pyramid: Pyramid;
  readonly type: PhotoType;
  /** profile and metadata */
  readonly extras: PhotoExtras;
  /** where the file is damaged within; it was opened as far as it goes */
  readonly damage: JpegDamage | undefined;
}

/**
 * Decodes a photo's file: EXIF orientation applied, in the colours of its own profile where that is of curves
 * and a matrix, else converted to sRGB, what is transparent laid on white. A camera's own file is developed.
 * @throws {PhotoFileError} with the reason
 */
export async function openPhoto(name: string, bytes: Uint8Array): Promise<OpenedPhoto> {
  const reading = readPhoto(name, bytes);
  const { type } = reading.facts;
  // Decoding has a thread of its own: the rest is looked at meanwhile.
  const [pixels, seen] = await Promise.all([decodePhoto(name, reading, DECODERS), lookedAt(bytes, type)]);
  return { name, pyramid: buildPyramid(photoRaster(pixels, reading.colours), sharedBytes), type, ...seen };
}

async function lookedAt(bytes: Uint8Array, type: PhotoType) {
  return {
    sha256: createHash('sha256').update(bytes).digest('hex'),
    extras: readExtras(bytes),
    damage: type === 'image/jpeg' ? findJpegDamage(bytes) : undefined,
  };
}

async function decode({ file, colours }: PhotoReading): Promise<Pixels> {
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
  return { width: info.width, height: info.height, data: shareBytes(data) };
}
