import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { DocumentError } from '../errors';
import type { PhotoFileError } from '../errors';
import { decodeCoveragePng, encodeCoveragePng } from './coveragePng';
import { inspectPhotoFile } from './inspectPhotoFile';

const picture = (width: number, height: number) => sharp({ create: { width, height, channels: 3, background: '#885533' } });
const reasonOf = (bytes: Uint8Array) => {
  try {
    inspectPhotoFile('a.jpg', bytes);
  } catch (error) {
    return (error as PhotoFileError).reason;
  }
  return undefined;
};

describe('a photo’s file, written by an independent encoder (sharp)', () => {
  it('says its size', async () => {
    expect(inspectPhotoFile('a', await picture(123, 45).jpeg().toBuffer())).toEqual({ type: 'image/jpeg', width: 123, height: 45 });
    expect(inspectPhotoFile('a', await picture(123, 45).jpeg({ progressive: true }).toBuffer())).toEqual({ type: 'image/jpeg', width: 123, height: 45 });
    expect(inspectPhotoFile('a', await picture(123, 45).png().toBuffer())).toEqual({ type: 'image/png', width: 123, height: 45 });
  });

  it('is refused for what is wrong with it', async () => {
    const jpeg = await picture(64, 64).jpeg().toBuffer(), png = await picture(64, 64).png().toBuffer(), huge = Buffer.from(png), flat = Buffer.from(png);
    huge.writeUInt32BE(20_000, 16);
    huge.writeUInt32BE(10_000, 20);
    flat.writeUInt32BE(0, 16);
    expect([reasonOf(new Uint8Array()), reasonOf(Buffer.from('plain text')), reasonOf(jpeg.subarray(0, jpeg.length - 40)), reasonOf(png.subarray(0, 50)), reasonOf(huge), reasonOf(flat)])
      .toEqual(['empty', 'not-a-photo', 'truncated', 'truncated', 'too-many-pixels', 'zero-size']);
    expect(reasonOf(await picture(8, 8).webp().toBuffer())).toBe('not-a-photo');
  });
});

describe('coverage as a file', () => {
  const coverage = Uint8Array.from({ length: 35 }, (_, i) => (i * 37) % 256);

  it('comes back to the bit, and an independent decoder reads the same', async () => {
    const png = encodeCoveragePng(coverage, 7, 5);
    expect([...decodeCoveragePng(png, 7, 5)]).toEqual([...coverage]);
    expect([...(await sharp(png).greyscale().raw().toBuffer())]).toEqual([...coverage]);
  });

  it('of another size, with colour, or damaged is refused', async () => {
    const png = encodeCoveragePng(coverage, 7, 5);
    expect(() => decodeCoveragePng(png, 5, 7)).toThrow(DocumentError);
    expect(() => decodeCoveragePng(png.subarray(0, 30), 7, 5)).toThrow(DocumentError);
    expect(await picture(7, 5).png().toBuffer().then((file) => () => decodeCoveragePng(file, 7, 5))).toThrow(DocumentError);
  });
});
