import { PhotoFileError } from '../errors';
import { isPng, pngChunks } from './pngChunks';

/** What a file's own header says of it. */
export interface PhotoFileFacts {
  readonly type: 'image/jpeg' | 'image/png';
  /** as stored, before its EXIF orientation is applied */
  readonly width: number;
  readonly height: number;
}

/** The largest photo that is opened: 100 megapixels. */
export const MOST_PIXELS = 100_000_000;
/** The longest side that a canvas and the fastest decoders take. */
export const LONGEST_SIDE = 65_535;

/**
 * Looks at a file before anything is decoded: is it a whole JPEG or PNG of a size that can be opened.
 * @throws {PhotoFileError} with the reason
 */
export function inspectPhotoFile(file: string, bytes: Uint8Array): PhotoFileFacts {
  if (bytes.length === 0) throw new PhotoFileError(file, 'empty');
  const facts = inspectByBeginning(file, bytes);
  if (facts.width === 0 || facts.height === 0) throw new PhotoFileError(file, 'zero-size');
  if (Math.max(facts.width, facts.height) > LONGEST_SIDE)
    throw new PhotoFileError(file, 'too-long', { width: facts.width, height: facts.height });
  if (facts.width * facts.height > MOST_PIXELS)
    throw new PhotoFileError(file, 'too-many-pixels', { width: facts.width, height: facts.height });
  return facts;
}

function inspectByBeginning(file: string, bytes: Uint8Array): PhotoFileFacts {
  if (isPng(bytes)) return inspectPng(file, bytes);
  if (startsWith(bytes, [0xff, 0xd8, 0xff])) return inspectJpeg(file, bytes);
  throw new PhotoFileError(file, 'not-a-photo');
}

function startsWith(bytes: Uint8Array, signature: readonly number[]): boolean {
  return signature.every((value, i) => bytes[i] === value);
}

function inspectPng(file: string, bytes: Uint8Array): PhotoFileFacts {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let size: { width: number; height: number } | undefined;
  for (const { type, dataStart, dataLength } of pngChunks(bytes)) {
    if (type === 'IHDR' && dataLength >= 8)
      size = { width: view.getUint32(dataStart), height: view.getUint32(dataStart + 4) };
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
      return { type: 'image/jpeg', ...size };
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
