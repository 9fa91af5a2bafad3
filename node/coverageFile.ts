import sharp from 'sharp';
import { DocumentError } from '#core/errors';
import { barePng } from '#core/formats/coveragePng';
import { shareBytes } from './sharedBytes';

/** An 8-bit grey PNG of coverage, packed beside what else is done. */
export function packCoverage(coverage8: Uint8Array, width: number, height: number): Promise<Buffer> {
  return sharp(coverage8, { raw: { width, height, channels: 1 } })
    .toColourspace('b-w')
    .png({ compressionLevel: 6 })
    .toBuffer();
}

/**
 * Coverage from an 8-bit grey PNG of the given size.
 * @throws {DocumentError} coverage, when the file is anything else
 */
export async function readCoverage(file: Uint8Array, width: number, height: number): Promise<Uint8Array> {
  const bare = barePng(file, width, height);
  try {
    const data = await sharp(bare, { limitInputPixels: width * height })
      .toColourspace('b-w')
      .raw()
      .toBuffer();
    return shareBytes(data.subarray(0, width * height));
  } catch (error) {
    throw new DocumentError('coverage', '', error instanceof Error ? error.message : 'unreadable');
  }
}
