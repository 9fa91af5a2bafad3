import { decode, encode } from 'fast-png';
import { DocumentError } from '../errors';

/** An 8-bit grey PNG of coverage. */
export function encodeCoveragePng(coverage8: Uint8Array, width: number, height: number): Uint8Array {
  return encode({ width, height, data: coverage8, channels: 1, depth: 8 });
}

/**
 * Coverage from an 8-bit grey PNG of the given size.
 * @throws {DocumentError} coverage, when the file is anything else
 */
export function decodeCoveragePng(file: Uint8Array, width: number, height: number): Uint8Array {
  let image;
  try {
    image = decode(file);
  } catch (error) {
    throw new DocumentError('coverage', '', error instanceof Error ? error.message : 'unreadable');
  }
  if (image.width !== width || image.height !== height || image.channels !== 1 || image.depth !== 8) {
    throw new DocumentError('coverage', '', `${image.width} x ${image.height}, ${image.channels} channels of ${image.depth} bits`);
  }
  return image.data as Uint8Array;
}
