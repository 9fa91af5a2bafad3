import { decode, encode } from 'fast-png';
import { Inflate } from 'pako';
import { DocumentError } from '../errors';
import { filterPng, isPng, pngChunks } from './pngChunks';

/** An 8-bit grey PNG of coverage. */
export function encodeCoveragePng(coverage8: Uint8Array, width: number, height: number): Uint8Array {
  return encode({ width, height, data: coverage8, channels: 1, depth: 8 });
}

/**
 * Coverage from an 8-bit grey PNG of the given size. Nothing is unpacked before the header says that it is
 * one, and no more than such a picture holds: a small file that would unpack to a vast one is refused.
 * @throws {DocumentError} coverage, when the file is anything else
 */
export function decodeCoveragePng(file: Uint8Array, width: number, height: number): Uint8Array {
  const header = readHeader(file);
  const fits =
    header.width === width && header.height === height && header.depth === 8 && header.colourType === 0;
  if (!fits) {
    const kind = header.colourType === 0 ? 'grey' : 'with colour or transparency';
    throw new DocumentError(
      'coverage',
      '',
      `${header.width} x ${header.height}, ${header.depth} bits, ${kind}`,
    );
  }
  // What is not needed for the pixels (texts, profiles) may be packed too, and is not looked at.
  const bare = filterPng(file, (type) => type === 'IHDR' || type === 'IDAT' || type === 'IEND');
  refuseMoreThan(height * (width + 1) + ADAM7_EXTRA * (width + height), bare);
  try {
    return decode(bare).data as Uint8Array;
  } catch (error) {
    throw new DocumentError('coverage', '', error instanceof Error ? error.message : 'unreadable');
  }
}

/** Bytes that interlacing adds for each row of its passes, at most, per row and column of the picture. */
const ADAM7_EXTRA = 4;

function readHeader(file: Uint8Array): { width: number; height: number; depth: number; colourType: number } {
  const [first] = isPng(file) ? pngChunks(file) : [];
  if (first?.type !== 'IHDR' || first.dataLength !== 13) throw new DocumentError('coverage', '', 'not a PNG');
  const view = new DataView(file.buffer, file.byteOffset + first.dataStart, first.dataLength);
  return {
    width: view.getUint32(0),
    height: view.getUint32(4),
    depth: view.getUint8(8),
    colourType: view.getUint8(9),
  };
}

/** Unpacks piece by piece and keeps nothing, until it is too much. */
function refuseMoreThan(most: number, png: Uint8Array): void {
  const inflate = new Inflate({ chunkSize: 1 << 16 });
  let size = 0;
  let ended = false;
  inflate.onData = (chunk) => {
    size += (chunk as Uint8Array).length;
    if (size > most)
      throw new DocumentError('coverage', '', 'it unpacks to more than a picture of its size holds');
  };
  inflate.onEnd = () => {
    ended = true;
  };
  for (const { type, dataStart, dataLength } of pngChunks(png)) {
    if (type === 'IDAT') inflate.push(png.subarray(dataStart, dataStart + dataLength), false);
    if (ended) break;
  }
}
