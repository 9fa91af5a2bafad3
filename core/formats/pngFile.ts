import { Zlib } from 'fflate';
import { concatBytes } from './concatBytes';
import { pngWithExtras } from './placeExtras';
import type { PhotoExtras } from './photoExtras';
import { PNG_SIGNATURE, writePngChunk } from './pngChunks';

/** Pixels to be written: interleaved red, green, blue, and opacity where there are four, in codes of 8 or 16 bits. */
export interface CodedPixels {
  readonly width: number;
  readonly height: number;
  readonly data: Uint8Array | Uint16Array;
  readonly channels: 3 | 4;
}

/** Rows packed at a time. */
const ROWS = 64;
/** A middle way between speed and size. */
const PACKING_LEVEL = 4;

/**
 * A PNG of 8 or 16 bits a channel; every row as differences from the one above or from the pixel before,
 * whichever are smaller (PNG third edition, section 9).
 */
export function writePng(
  { width, height, data, channels }: CodedPixels,
  extras: PhotoExtras,
  onProgress: (share: number) => void = () => undefined,
): Uint8Array<ArrayBuffer> {
  const depth = 8 * data.BYTES_PER_ELEMENT;
  const header = new Uint8Array(13);
  const view = new DataView(header.buffer);
  view.setUint32(0, width);
  view.setUint32(4, height);
  header.set([depth, channels === 4 ? 6 : 2, 0, 0, 0], 8);
  const packed: Uint8Array[] = [];
  const zlib = new Zlib({ level: PACKING_LEVEL }, (piece) => packed.push(piece));
  const step = channels * data.BYTES_PER_ELEMENT;
  let above = new Uint8Array(width * step);
  for (let row = 0; row < height; row += ROWS) {
    const count = Math.min(ROWS, height - row);
    const lines = new Uint8Array(count * (1 + width * step));
    for (let n = 0; n < count; n++) {
      const line = bytesOfRow(data, (row + n) * width * channels, width * channels);
      filterRow(line, above, step, lines.subarray(n * (1 + line.length), (n + 1) * (1 + line.length)));
      above = line;
    }
    zlib.push(lines, row + count === height);
    onProgress((row + count) / height);
  }
  const bare = concatBytes([
    Uint8Array.from(PNG_SIGNATURE),
    writePngChunk('IHDR', header),
    ...packed.filter(({ length }) => length > 0).map((piece) => writePngChunk('IDAT', piece)),
    writePngChunk('IEND', new Uint8Array(0)),
  ]);
  return pngWithExtras(bare, extras);
}

/** A row's bytes, the higher first. */
function bytesOfRow(data: Uint8Array | Uint16Array, at: number, count: number): Uint8Array<ArrayBuffer> {
  if (data instanceof Uint8Array) return data.slice(at, at + count) as Uint8Array<ArrayBuffer>;
  const out = new Uint8Array(2 * count);
  for (let i = 0; i < count; i++) {
    const code = data[at + i]!;
    out[2 * i] = code >> 8;
    out[2 * i + 1] = code & 255;
  }
  return out;
}

const FILTER_SUB = 1;
const FILTER_UP = 2;

function filterRow(line: Uint8Array, above: Uint8Array, step: number, out: Uint8Array): void {
  let across = 0;
  let down = 0;
  for (let i = step; i < line.length; i++) {
    across += Math.abs(((line[i]! - line[i - step]!) << 24) >> 24);
    down += Math.abs(((line[i]! - above[i]!) << 24) >> 24);
  }
  const isAcross = across <= down;
  out[0] = isAcross ? FILTER_SUB : FILTER_UP;
  for (let i = 0; i < line.length; i++) {
    const left = i < step ? 0 : line[i - step]!;
    out[1 + i] = line[i]! - (isAcross ? left : above[i]!);
  }
}
