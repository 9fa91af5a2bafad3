import { asciiBytes, fourLetters } from './ascii';
import { crc32 } from './crc32';

/** One chunk of a PNG file: its type, and where it and its data lie in the file. */
export interface PngChunk {
  readonly type: string;
  /** of its length field */
  readonly start: number;
  readonly dataStart: number;
  readonly dataLength: number;
  /** one past its checksum */
  readonly end: number;
}

/** The first eight bytes of every PNG (PNG specification, third edition, 5.2). */
export const PNG_SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

/** Whether bytes begin as a PNG does. */
export function isPng(bytes: Uint8Array): boolean {
  return PNG_SIGNATURE.every((value, i) => bytes[i] === value);
}

/** The whole chunks of a PNG file in order; ends where one is cut off (PNG third edition, section 5). */
export function* pngChunks(bytes: Uint8Array): Generator<PngChunk> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let start = PNG_SIGNATURE.length; start + 12 <= bytes.length;) {
    const dataLength = view.getUint32(start);
    const end = start + dataLength + 12;
    if (end > bytes.length) return;
    const type = fourLetters(bytes, start + 4);
    yield { type, start, dataStart: start + 8, dataLength, end };
    start = end;
  }
}

/** Bytes that interlacing adds for each row of its passes, at most, per row and column of the picture. */
export const ADAM7_EXTRA = 4;

/** The packed pixels of a PNG, piece by piece. */
export function* pngPixels(bytes: Uint8Array): Generator<Uint8Array> {
  for (const { type, dataStart, dataLength } of pngChunks(bytes))
    if (type === 'IDAT') yield bytes.subarray(dataStart, dataStart + dataLength);
}

/** A PNG with only the chunks that `keep` wants. */
export function filterPng(bytes: Uint8Array, keep: (type: string) => boolean): Uint8Array<ArrayBuffer> {
  const kept = [...pngChunks(bytes)].filter(({ type }) => keep(type));
  const size = kept.reduce((sum, { start, end }) => sum + end - start, PNG_SIGNATURE.length);
  const out = new Uint8Array(size);
  out.set(PNG_SIGNATURE);
  let at = PNG_SIGNATURE.length;
  for (const { start, end } of kept) {
    out.set(bytes.subarray(start, end), at);
    at += end - start;
  }
  return out;
}

/** One chunk with its length and checksum. @param type four letters */
export function writePngChunk(type: string, data: Uint8Array): Uint8Array<ArrayBuffer> {
  const chunk = new Uint8Array(12 + data.length);
  const view = new DataView(chunk.buffer);
  view.setUint32(0, data.length);
  chunk.set(asciiBytes(type), 4);
  chunk.set(data, 8);
  view.setUint32(8 + data.length, crc32(chunk.subarray(4, 8 + data.length)));
  return chunk;
}
