import { concatBytes } from './concatBytes';
import { fourLetters } from './ascii';

/** What a JPEG XL says of its picture. */
export interface JxlHeader {
  /** as stored, before it is turned */
  readonly width: number;
  readonly height: number;
  readonly moves: boolean;
}

const CONTAINER = 'JXL ';
/** Shapes that have a number, width to height (ISO/IEC 18181-1, size header; from memory). */
const RATIOS = [
  [1, 1],
  [12, 10],
  [4, 3],
  [3, 2],
  [16, 9],
  [5, 4],
  [2, 1],
] as const;

const isBare = (bytes: Uint8Array) => bytes[0] === 0xff && bytes[1] === 0x0a;

/** Whether bytes begin as a JPEG XL does, alone or in a container. */
export function isJxl(bytes: Uint8Array): boolean {
  return isBare(bytes) || (fourLetters(bytes, 4) === CONTAINER && bytes[0] === 0 && bytes[3] === 12);
}

/** The header of the picture; undefined where the file ends before it. */
export function readJxlHeader(bytes: Uint8Array): JxlHeader | undefined {
  const stream = isBare(bytes) ? bytes : codestreamOf(bytes);
  if (!stream || !isBare(stream)) return undefined;
  const bits = new Bits(stream, 16);
  const isSmall = bits.take(1) === 1;
  const side = () => (isSmall ? 8 * (1 + bits.take(5)) : 1 + bits.take([9, 13, 18, 30][bits.take(2)]!));
  const height = side();
  const ratio = bits.take(3);
  const [across, down] = RATIOS[ratio - 1] ?? [0, 0];
  const width = ratio === 0 ? side() : Math.floor((height * across) / down);
  const isPlain = bits.take(1) === 1;
  const hasMore = !isPlain && bits.take(1) === 1;
  if (hasMore) bits.take(3);
  // A size of its own and a small picture come before; files that have these are taken for still.
  const moves = hasMore && bits.take(1) === 0 && bits.take(1) === 0 && bits.take(1) === 1;
  return bits.ended ? undefined : { width, height, moves };
}

/** The codestream of a container, in one box or in parts (ISO/IEC 18181-2, from memory). */
function codestreamOf(bytes: Uint8Array): Uint8Array | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const parts: Uint8Array[] = [];
  for (let at = 0; at + 8 <= bytes.length;) {
    const size = view.getUint32(at);
    const type = fourLetters(bytes, at + 4);
    // A size of 0 is the rest; of 1, it stands in 64 bits behind.
    const head = size === 1 ? 16 : 8;
    if (head === 16 && at + 16 > bytes.length) break;
    const long = size === 1 ? Number(view.getBigUint64(at + 8)) : size;
    const end = long === 0 ? bytes.length : Math.min(bytes.length, at + long);
    if (type === 'jxlc') return bytes.subarray(at + head, end);
    if (type === 'jxlp') parts.push(bytes.subarray(at + head + 4, end));
    if (end <= at) break;
    at = end;
  }
  return parts.length > 0 ? concatBytes(parts) : undefined;
}

/** Bits of bytes from the lowest up. */
class Bits {
  #at: number;
  constructor(
    readonly bytes: Uint8Array,
    from: number,
  ) {
    this.#at = from;
  }

  get ended(): boolean {
    return this.#at > 8 * this.bytes.length;
  }

  take(count: number): number {
    let value = 0;
    for (let i = 0; i < count; i++, this.#at++)
      value += ((this.bytes[this.#at >> 3]! >> (this.#at & 7)) & 1) * 2 ** i;
    return value;
  }
}
