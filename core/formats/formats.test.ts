import { deflateSync } from 'node:zlib';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { pngChunk, pngFile } from '../../tests/fixtures/pngFile';
import { DocumentError } from '../errors';
import type { PhotoFileError } from '../errors';
import { decodeCoveragePng, encodeCoveragePng } from './coveragePng';
import { inspectPhotoFile } from './inspectPhotoFile';

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: '#885533' } });
const reasonOf = (bytes: Uint8Array) => {
  try {
    inspectPhotoFile('a.jpg', bytes);
  } catch (error) {
    return (error as PhotoFileError).reason;
  }
  return undefined;
};

describe('a photo’s file, written by an independent encoder (sharp)', () => {
  it('says its size and depth', async () => {
    const plain = picture(123, 45);
    const files = {
      'image/jpeg': [plain.clone().jpeg(), plain.clone().jpeg({ progressive: true })],
      'image/png': [plain.clone().png()],
      'image/webp': [
        plain.clone().webp(),
        plain.clone().webp({ lossless: true }),
        plain.clone().withMetadata().webp(),
      ],
      'image/tiff': [plain.clone().tiff(), plain.clone().tiff({ tile: true })],
      'image/avif': [plain.clone().avif({ effort: 0 })],
    };
    for (const [type, images] of Object.entries(files))
      for (const image of images)
        expect(inspectPhotoFile('a', await image.toBuffer())).toEqual({
          type,
          depth: 8,
          width: 123,
          height: 45,
        });
    for (const image of [plain.clone().toColourspace('rgb16').png()])
      expect(inspectPhotoFile('a', await image.toBuffer())).toMatchObject({
        depth: 16,
        width: 123,
        height: 45,
      });
  });

  it('is refused for what is wrong with it', async () => {
    const jpeg = await picture(64, 64).jpeg().toBuffer();
    const png = await picture(64, 64).png().toBuffer();
    const huge = Buffer.from(png);
    const flat = Buffer.from(png);
    huge.writeUInt32BE(20_000, 16);
    huge.writeUInt32BE(10_000, 20);
    flat.writeUInt32BE(0, 16);
    expect([
      reasonOf(new Uint8Array()),
      reasonOf(Buffer.from('plain text')),
      reasonOf(jpeg.subarray(0, jpeg.length - 40)),
      reasonOf(png.subarray(0, 50)),
      reasonOf(huge),
      reasonOf(flat),
    ]).toEqual(['empty', 'not-a-photo', 'truncated', 'truncated', 'too-many-pixels', 'zero-size']);
    expect(reasonOf(await picture(8, 8).gif().toBuffer())).toBe('not-a-photo');
    for (const length of [8, 12, 20, 22, 28]) expect(reasonOf(png.subarray(0, length))).toBe('truncated');
    expect(reasonOf(pngFile({ width: 65_536, height: 1, depth: 8, colourType: 2, pixel: [1, 2, 3] }))).toBe(
      'too-long',
    );
    expect(reasonOf(pngFile({ width: 1, height: 90_000, depth: 8, colourType: 0, pixel: [1] }))).toBe(
      'too-long',
    );
  });
});

describe('coverage as a file', () => {
  const coverage = Uint8Array.from({ length: 35 }, (_, i) => (i * 37) % 256);

  it('comes back to the bit, and an independent decoder reads the same', async () => {
    const png = encodeCoveragePng(coverage, 7, 5);
    expect([...decodeCoveragePng(png, 7, 5)]).toEqual([...coverage]);
    expect([...(await sharp(png).greyscale().raw().toBuffer())]).toEqual([...coverage]);
  });

  it('is unpacked no further than its size: a small file that holds gigabytes is refused', () => {
    const bomb = pngFile({
      width: 7,
      height: 5,
      depth: 8,
      colourType: 0,
      pixel: [0],
      data: deflateSync(Buffer.alloc(200_000_000)),
    });
    const texts = pngFile({
      width: 7,
      height: 5,
      depth: 8,
      colourType: 0,
      pixel: [9],
      chunks: [
        pngChunk('zTXt', Buffer.concat([Buffer.from('words\0\0'), deflateSync(Buffer.alloc(200_000_000))])),
      ],
    });
    expect(bomb.length).toBeLessThan(400_000);
    const began = performance.now();
    expect(() => decodeCoveragePng(bomb, 7, 5)).toThrow(/unpacks to more/);
    expect([...decodeCoveragePng(texts, 7, 5)]).toEqual(Array(35).fill(9));
    expect(() =>
      decodeCoveragePng(
        pngFile({
          width: 60_000,
          height: 60_000,
          depth: 8,
          colourType: 0,
          pixel: [0],
          data: Buffer.alloc(9),
        }),
        7,
        5,
      ),
    ).toThrow(/60000 x 60000/);
    expect(performance.now() - began).toBeLessThan(10_000);
  });

  it('of another size, with colour, or damaged is refused', async () => {
    const png = encodeCoveragePng(coverage, 7, 5);
    expect(() => decodeCoveragePng(png, 5, 7)).toThrow(DocumentError);
    expect(() => decodeCoveragePng(png.subarray(0, 30), 7, 5)).toThrow(DocumentError);
    expect(
      await picture(7, 5)
        .png()
        .toBuffer()
        .then((file) => () => decodeCoveragePng(file, 7, 5)),
    ).toThrow(DocumentError);
  });
});
