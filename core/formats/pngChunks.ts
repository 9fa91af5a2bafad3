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
    const type = String.fromCharCode(...bytes.subarray(start + 4, start + 8));
    yield { type, start, dataStart: start + 8, dataLength, end };
    start = end;
  }
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
