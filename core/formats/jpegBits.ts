/** Data that no encoder writes. Stays within the file's own reader. */
export class JpegDamagedError extends Error {}

/**
 * By the next 16 bits: the code's length in the upper byte and its symbol in the lower; 0 where there is no
 * code.
 */
export type HuffmanTable = Uint16Array;

/**
 * @param counts codes of each length from 1 to 16
 * @param symbols in the order of their codes
 * @see ITU-T T.81, annex C
 */
export function buildHuffmanTable(counts: Uint8Array, symbols: Uint8Array): HuffmanTable {
  const table = new Uint16Array(1 << 16);
  let code = 0;
  let n = 0;
  for (let length = 1; length <= 16; length++) {
    for (let i = 0; i < counts[length - 1]!; i++, n++, code++) {
      const start = code << (16 - length);
      table.fill(
        (length << 8) | (symbols[n] ?? 0),
        start,
        Math.min(table.length, start + (1 << (16 - length))),
      );
    }
    code <<= 1;
  }
  return table;
}

/** Ones that fill up the last byte of a run, and how far the data may be read beyond it. */
const BYTE = 8;

/** The bits of entropy-coded data: stuffed zeros left out, markers never passed. */
export class JpegBits {
  #at: number;
  #held = 0;
  #count = 0;
  /** bits that were made up beyond a marker */
  #beyond = 0;

  constructor(
    readonly bytes: Uint8Array,
    start: number,
  ) {
    this.#at = start;
  }

  /** @throws {JpegDamagedError} for bits that begin no code, or beyond the data */
  symbol(table: HuffmanTable): number {
    if (this.#count < 16) this.#fill();
    const entry = table[(this.#held >>> (this.#count - 16)) & 0xffff]!;
    const length = entry >> 8;
    if (length === 0) throw new JpegDamagedError('no such code');
    this.#drop(length);
    return entry & 0xff;
  }

  /** @param count 0 to 16 */
  read(count: number): number {
    if (count === 0) return 0;
    if (this.#count < count) this.#fill();
    const value = (this.#held >>> (this.#count - count)) & ((1 << count) - 1);
    this.#drop(count);
    return value;
  }

  /** A signed value of so many bits (ITU-T T.81, F.2.2.1, EXTEND). */
  readSigned(count: number): number {
    if (count === 0) return 0;
    const value = this.read(count);
    return value < 1 << (count - 1) ? value - (1 << count) + 1 : value;
  }

  /** Goes over the marker between two restart intervals. @param number 0..7, in turn */
  restart(number: number): void {
    const at = this.finish();
    if (this.bytes[at] !== 0xff || this.bytes[at + 1] !== 0xd0 + number)
      throw new JpegDamagedError('restart out of turn');
    this.#at = at + 2;
    this.#held = this.#count = this.#beyond = 0;
  }

  /** The place of the marker behind the data. @throws {JpegDamagedError} when data are left over */
  finish(): number {
    const left = this.#count - this.#beyond;
    if (left < 0 || left >= BYTE) throw new JpegDamagedError('data left over');
    const { bytes } = this;
    let at = this.#at;
    // Fill bytes may stand before a marker.
    while (bytes[at] === 0xff && bytes[at + 1] === 0xff) at++;
    if (at + 1 < bytes.length && !(bytes[at] === 0xff && bytes[at + 1] !== 0))
      throw new JpegDamagedError('data left over');
    return at;
  }

  #drop(count: number): void {
    this.#count -= count;
    if (this.#count < this.#beyond) throw new JpegDamagedError('the data end too soon');
  }

  #fill(): void {
    const { bytes } = this;
    while (this.#count <= 16) {
      const byte = bytes[this.#at];
      if (byte === undefined || (byte === 0xff && bytes[this.#at + 1] !== 0)) {
        this.#held = (this.#held << 8) | 0xff;
        this.#beyond += 8;
      } else {
        this.#held = (this.#held << 8) | byte;
        this.#at += byte === 0xff ? 2 : 1;
      }
      this.#count += 8;
    }
  }
}
