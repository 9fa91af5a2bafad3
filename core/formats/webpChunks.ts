import { asciiBytes, fourLetters } from './ascii';

/** A chunk of a WebP file. */
export interface WebpChunk {
  /** four letters */
  readonly type: string;
  readonly data: Uint8Array;
}

/** Whether bytes begin as a WebP does. */
export function isWebp(bytes: Uint8Array): boolean {
  return fourLetters(bytes, 0) === 'RIFF' && fourLetters(bytes, 8) === 'WEBP';
}

/** The whole chunks of a WebP in order; none of another file (RFC 9649, section 2.3). */
export function* webpChunks(bytes: Uint8Array): Generator<WebpChunk> {
  if (!isWebp(bytes)) return;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 12; at + 8 <= bytes.length;) {
    const size = view.getUint32(at + 4, true);
    if (at + 8 + size > bytes.length) return;
    yield { type: fourLetters(bytes, at), data: bytes.subarray(at + 8, at + 8 + size) };
    at += 8 + size + (size % 2);
  }
}

/** A WebP of chunks. */
export function writeWebp(chunks: readonly WebpChunk[]): Uint8Array<ArrayBuffer> {
  const size = chunks.reduce((sum, { data }) => sum + 8 + data.length + (data.length % 2), 4);
  const out = new Uint8Array(8 + size);
  const view = new DataView(out.buffer);
  out.set(asciiBytes('RIFF'));
  view.setUint32(4, size, true);
  out.set(asciiBytes('WEBP'), 8);
  let at = 12;
  for (const { type, data } of chunks) {
    out.set(asciiBytes(type), at);
    view.setUint32(at + 4, data.length, true);
    out.set(data, at + 8);
    at += 8 + data.length + (data.length % 2);
  }
  return out;
}
