import { PhotoFileError } from '../errors';
import { fourLetters } from './ascii';
import { RAW_ENDINGS, isRawPhoto } from './isRawPhoto';
import { isJxl, readJxlHeader } from './jxlHeader';
import { isPng, pngChunks } from './pngChunks';
import { firstDirectory, numberOf, tiffOrder } from './tiffDirectory';
import { TIFF_TAG } from './tiffTags';
import { isWebp, webpChunks } from './webpChunks';

/** What is opened. */
export type PhotoType =
  'image/jpeg' | 'image/png' | 'image/webp' | 'image/tiff' | 'image/avif' | 'image/jxl' | 'image/x-raw';

/** What a file picker offers to be opened. */
export const PHOTO_FILES = `image/jpeg,image/png,image/webp,image/tiff,image/avif,image/jxl,.jxl,.tif,.tiff,${RAW_ENDINGS}`;

/** What a file's own header says of it. */
export interface PhotoFileFacts {
  readonly type: PhotoType;
  /** bits of a channel, where more than 8 may be there */
  readonly depth: 8 | 16;
  /** as stored, before its EXIF orientation is applied */
  readonly width: number;
  readonly height: number;
}

/** The largest photo that is opened: 100 megapixels. */
export const MOST_PIXELS = 100_000_000;
/** The longest side that a canvas and the fastest decoders take. */
export const LONGEST_SIDE = 65_535;

/**
 * Looks at a file before anything is decoded: is it a whole JPEG, PNG, WebP, TIFF, AVIF or JPEG XL of a size that can
 * be opened, or a camera's own file.
 * @throws {PhotoFileError} with the reason
 */
export function inspectPhotoFile(file: string, bytes: Uint8Array): PhotoFileFacts {
  if (bytes.length === 0) throw new PhotoFileError(file, 'empty');
  const facts = inspectByBeginning(file, bytes);
  // How large a camera's file is its decoder tells.
  if (facts.type === 'image/x-raw') return facts;
  if (facts.width === 0 || facts.height === 0) throw new PhotoFileError(file, 'zero-size');
  refuseSize(file, facts);
  return facts;
}

/** @throws {PhotoFileError} too-long or too-many-pixels */
export function refuseSize(
  file: string,
  { width, height }: { readonly width: number; readonly height: number },
): void {
  if (Math.max(width, height) > LONGEST_SIDE) throw new PhotoFileError(file, 'too-long', { width, height });
  if (width * height > MOST_PIXELS) throw new PhotoFileError(file, 'too-many-pixels', { width, height });
}

function inspectByBeginning(file: string, bytes: Uint8Array): PhotoFileFacts {
  if (isPng(bytes)) return inspectPng(file, bytes);
  if (startsWith(bytes, [0xff, 0xd8, 0xff])) return inspectJpeg(file, bytes);
  if (isWebp(bytes)) return inspectWebp(file, bytes);
  if (isJxl(bytes)) return inspectJxl(file, bytes);
  if (isRawPhoto(bytes)) return { type: 'image/x-raw', depth: 16, width: 0, height: 0 };
  if (tiffOrder(bytes)) return inspectTiff(file, bytes);
  if (isHeif(bytes)) return inspectAvif(file, bytes);
  throw new PhotoFileError(file, 'not-a-photo');
}

function startsWith(bytes: Uint8Array, signature: readonly number[]): boolean {
  return signature.every((value, i) => bytes[i] === value);
}

function inspectPng(file: string, bytes: Uint8Array): PhotoFileFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let size: { width: number; height: number; depth: 8 | 16 } | undefined;
  for (const { type, dataStart, dataLength } of pngChunks(bytes)) {
    if (type === 'IHDR' && dataLength >= 9)
      size = {
        width: view.getUint32(dataStart),
        height: view.getUint32(dataStart + 4),
        depth: bytes[dataStart + 8] === 16 ? 16 : 8,
      };
    if (type === 'acTL') throw new PhotoFileError(file, 'moving-picture');
    if (type === 'IEND' && size) return { type: 'image/png', ...size };
  }
  throw new PhotoFileError(file, 'truncated');
}

/**
 * Walks the segments to the frame header and the scan, then looks for the end marker (ITU-T T.81 annex B).
 */
function inspectJpeg(file: string, bytes: Uint8Array): PhotoFileFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let size: { width: number; height: number } | undefined;
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) throw new PhotoFileError(file, 'truncated');
    const marker = bytes[at + 1]!;
    if (marker === 0xff || (marker >= 0xd0 && marker <= 0xd8) || marker === 0x01) {
      at += marker === 0xff ? 1 : 2;
      continue;
    }
    if (marker === 0xda) {
      if (!size || !hasEndMarker(bytes, at)) break;
      return { type: 'image/jpeg', depth: 8, ...size };
    }
    const isFrame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc;
    if (isFrame && at + 9 <= bytes.length)
      size = { height: view.getUint16(at + 5), width: view.getUint16(at + 7) };
    at += 2 + view.getUint16(at + 2);
  }
  throw new PhotoFileError(file, 'truncated');
}

function hasEndMarker(bytes: Uint8Array, from: number): boolean {
  for (let at = bytes.length - 2; at > from; at--)
    if (bytes[at] === 0xff && bytes[at + 1] === 0xd9) return true;
  return false;
}

/** Which bit of the extended header says that it moves (RFC 9649, section 2.7). */
const WEBP_MOVES = 0x02;

/** The size stands in the extended header, or else in the pixels' own (RFC 9649, sections 2.5 to 2.7). */
function inspectWebp(file: string, bytes: Uint8Array): PhotoFileFacts {
  let size: { width: number; height: number } | undefined;
  for (const { type, data } of webpChunks(bytes)) {
    if (type === 'VP8X' && data.length >= 10) {
      if (data[0]! & WEBP_MOVES) throw new PhotoFileError(file, 'moving-picture');
      const at = (i: number) => data[i]! + 256 * data[i + 1]! + 65_536 * data[i + 2]! + 1;
      size = { width: at(4), height: at(7) };
    }
    if (type === 'VP8 ' && data.length >= 10)
      size ??= {
        width: (data[6]! + 256 * data[7]!) & 0x3fff,
        height: (data[8]! + 256 * data[9]!) & 0x3fff,
      };
    if (type === 'VP8L' && data.length >= 5) {
      const bits = data[1]! + 256 * data[2]! + 65_536 * data[3]! + 16_777_216 * data[4]!;
      size ??= { width: (bits & 0x3fff) + 1, height: (Math.floor(bits / 16_384) & 0x3fff) + 1 };
    }
    if (/^VP8[ L]$/.test(type) && size) return { type: 'image/webp', depth: 8, ...size };
  }
  throw new PhotoFileError(file, 'truncated');
}

function inspectTiff(file: string, bytes: Uint8Array): PhotoFileFacts {
  const first = firstDirectory(bytes);
  if (!first) throw new PhotoFileError(file, 'truncated');
  const number = (tag: number) => numberOf(first.fields.get(tag), first);
  const [width, height] = [number(TIFF_TAG.width), number(TIFF_TAG.height)];
  if (width === undefined || height === undefined) throw new PhotoFileError(file, 'undecodable');
  return { type: 'image/tiff', depth: number(TIFF_TAG.bits) === 16 ? 16 : 8, width, height };
}

function inspectJxl(file: string, bytes: Uint8Array): PhotoFileFacts {
  const header = readJxlHeader(bytes);
  if (!header) throw new PhotoFileError(file, 'truncated');
  if (header.moves) throw new PhotoFileError(file, 'moving-picture');
  return { type: 'image/jxl', depth: 8, width: header.width, height: header.height };
}

/** Brands of a file that holds still pictures as AV1 (AV1 Image File Format 1.1.0, section 6), or moving ones. */
const STILL = new Set(['avif', 'mif1', 'miaf']);
const MOVING = 'avis';
/** Where pictures say their sizes lies among the first of these many bytes. */
const AVIF_HEADER_BYTES = 65_536;

function isHeif(bytes: Uint8Array): boolean {
  return fourLetters(bytes, 4) === 'ftyp' && [...STILL, MOVING].includes(fourLetters(bytes, 8));
}

/** The largest of its pictures: a whole one may be put together of smaller ones (ISO/IEC 23008-12, 6.5.3). */
function inspectAvif(file: string, bytes: Uint8Array): PhotoFileFacts {
  if (fourLetters(bytes, 8) === MOVING) throw new PhotoFileError(file, 'moving-picture');
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let size: { width: number; height: number } | undefined;
  const end = Math.min(bytes.length - 16, AVIF_HEADER_BYTES);
  for (let at = 0; at < end; at++) {
    if (fourLetters(bytes, at) !== 'ispe') continue;
    const [width, height] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (!size || width * height > size.width * size.height) size = { width, height };
  }
  if (!size) throw new PhotoFileError(file, 'truncated');
  return { type: 'image/avif', depth: 8, ...size };
}
