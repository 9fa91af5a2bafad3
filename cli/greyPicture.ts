import sharp from 'sharp';
import { DocumentError } from '#core/errors';

/**
 * Coverage from any grey or colour picture of the photo's size; of colours, their luminance.
 * @throws {DocumentError} coverage, when it has another size or cannot be read; file system errors pass
 *   through
 */
export async function decodeGreyPicture(path: string, width: number, height: number): Promise<Uint8Array> {
  let picture;
  try {
    picture = await sharp(path)
      .removeAlpha()
      .toColourspace('b-w')
      .raw({ depth: 'uchar' })
      .toBuffer({ resolveWithObject: true });
  } catch (error) {
    throw new DocumentError('coverage', path, error instanceof Error ? error.message : 'unreadable');
  }
  const { info, data } = picture;
  if (info.width !== width || info.height !== height)
    throw new DocumentError(
      'coverage',
      path,
      `${info.width} × ${info.height} where the photo has ${width} × ${height}`,
    );
  return new Uint8Array(data.buffer, data.byteOffset, width * height);
}
