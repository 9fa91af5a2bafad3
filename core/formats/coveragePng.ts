import { decode, encode } from 'fast-png';
import { DocumentError } from '../errors';
import { ADAM7_EXTRA, filterPng, isPng, pngChunks, pngPixels } from './pngChunks';
import { refuseBomb } from './refuseBomb';

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
  const bare = barePng(file, width, height);
  try {
    refuseBomb(pngPixels(bare), height * (width + 1) + ADAM7_EXTRA * (width + height));
    return decode(bare).data as Uint8Array;
  } catch (error) {
    throw new DocumentError('coverage', '', error instanceof Error ? error.message : 'unreadable');
  }
}

/**
 * An 8-bit grey PNG of the given size with its pixels alone.
 * @throws {DocumentError} coverage, when its header says that it is something else
 */
export function barePng(file: Uint8Array, width: number, height: number): Uint8Array {
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
  return filterPng(file, (type) => type === 'IHDR' || type === 'IDAT' || type === 'IEND');
}

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
