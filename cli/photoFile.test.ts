import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { converter } from 'culori';
import sharp from 'sharp';
import type { Pyramid } from '#core/raster/pyramid';
import { sampleRegion } from '#core/raster/sampleRegion';
import { encodePixels } from '#core/render/encodePixels';
import { beforeAll, describe, expect, it } from 'vitest';
import { pngChunk, pngFile, pngWords, profileChunk } from '../tests/fixtures/pngFile';
import { portraitPath } from '../tests/fixtures/truth';
import { openPhotoFile } from './photoFile';

const PIXEL = [200, 120, 90];
let folder: string;
let displayP3: Buffer;
let srgb: Buffer;
const profileOf = async (name: 'p3' | 'srgb') => {
  const file = await sharp(Buffer.alloc(3), { raw: { width: 1, height: 1, channels: 3 } })
    .withIccProfile(name)
    .png()
    .toBuffer();
  return (await sharp(file).metadata()).icc!;
};
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), 'even-blush-'));
  [displayP3, srgb] = [await profileOf('p3'), await profileOf('srgb')];
});

/** The first pixel of a PNG as it is opened. */
async function opened(depth: 8 | 16, chunks: readonly Buffer[] = [], alpha?: number): Promise<number[]> {
  const path = join(folder, 'photo.png');
  const pixel = alpha === undefined ? PIXEL : [...PIXEL, alpha];
  await writeFile(
    path,
    pngFile({ width: 8, height: 8, depth, colourType: alpha === undefined ? 2 : 6, pixel, chunks }),
  );
  return seen((await openPhotoFile(path)).pyramid);
}

/** The first pixel as it is seen, sRGB of 8 bits. */
function seen(pyramid: Pyramid): number[] {
  const region = { x: 0, y: 0, width: 1, height: 1, outWidth: 1, outHeight: 1 };
  const pixel = new Uint8Array(4);
  encodePixels(sampleRegion(pyramid, region).data, pixel);
  return [...pixel];
}

/** By culori, an independent library; colours beyond sRGB clipped by channel. */
function inSrgb(mode: 'p3' | 'rec2020'): number[] {
  const [r, g, b] = PIXEL.map((code) => code / 255) as [number, number, number];
  const colour = converter('rgb')({ mode, r, g, b });
  return [colour.r, colour.g, colour.b].map((value) => Math.round(255 * Math.min(1, Math.max(0, value))));
}

const near = (got: readonly number[], wanted: readonly number[]) =>
  wanted.forEach((value, c) =>
    expect(Math.abs(got[c]! - value), `${got} for ${wanted}`).toBeLessThanOrEqual(1),
  );

describe('colours of a PNG', () => {
  it.each([8, 16] as const)('with %d bits, a profile is followed', async (depth) => {
    near(await opened(depth), PIXEL);
    near(await opened(depth, [profileChunk(srgb)]), PIXEL);
    near(await opened(depth, [profileChunk(displayP3)]), inSrgb('p3'));
  });

  it.each([8, 16] as const)(
    'with %d bits, cICP says the same as a profile, and goes before it',
    async (depth) => {
      const cicp = (...values: number[]) => pngChunk('cICP', Buffer.from(values));
      near(await opened(depth, [cicp(12, 13, 0, 1)]), inSrgb('p3'));
      near(await opened(depth, [cicp(1, 13, 0, 1), profileChunk(displayP3)]), PIXEL);
      near(
        await opened(depth, [cicp(1, 8, 0, 1)]),
        PIXEL.map((code) => 255 * encode(code / 255)),
      );
      // Perceptual quantisation is not known here: the file's other words count.
      near(await opened(depth, [cicp(9, 16, 0, 1), profileChunk(displayP3)]), inSrgb('p3'));
    },
  );

  it('gAMA with cHRM counts where nothing else is said', async () => {
    const gamma = (value: number) => pngChunk('gAMA', pngWords(value));
    const p3 = pngChunk('cHRM', pngWords(31270, 32900, 68000, 32000, 26500, 69000, 15000, 6000));
    near(
      await opened(8, [gamma(100_000)]),
      PIXEL.map((code) => 255 * encode(code / 255)),
    );
    near(
      await opened(8, [gamma(45_455)]),
      PIXEL.map((code) => 255 * encode((code / 255) ** 2.2)),
    );
    // A power of 2.2 is not quite the transfer of sRGB: two codes at most on these values.
    (await opened(8, [gamma(45_455), p3]))
      .slice(0, 3)
      .forEach((value, c) => expect(Math.abs(value - inSrgb('p3')[c]!)).toBeLessThanOrEqual(2));
    near(await opened(8, [pngChunk('sRGB', Buffer.from([0])), gamma(100_000)]), PIXEL);
  });

  it('what is transparent lies on white', async () => {
    near(await opened(8, [], 0), [255, 255, 255, 255]);
    near(await opened(8, [], 128), [...PIXEL.map((code) => 255 + (code - 255) * (128 / 255)), 255]);
    near(await opened(16, [], 255), [...PIXEL, 255]);
  });
});

describe('photos of every make', () => {
  /** Four quarters of different greys, so that every turn and mirroring shows. */
  const quarters = () => {
    const data = Buffer.alloc(32 * 16 * 3);
    for (let i = 0; i < 32 * 16; i++)
      data.fill(40 + (i % 32 < 16 ? 0 : 60) + (i < 32 * 8 ? 0 : 120), 3 * i, 3 * i + 3);
    return sharp(data, { raw: { width: 32, height: 16, channels: 3 } });
  };

  it.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'stand upright by EXIF orientation %d, whatever decodes them',
    async (orientation) => {
      for (const format of ['jpeg', 'png', 'tiff', 'webp'] as const) {
        const path = join(folder, `turned.${format}`);
        const options = format === 'tiff' ? { compression: 'lzw' as const } : { quality: 100 };
        await writeFile(
          path,
          await quarters().withMetadata({ orientation }).toFormat(format, options).toBuffer(),
        );
        const { pyramid } = await openPhotoFile(path);
        expect([pyramid.width, pyramid.height]).toEqual(orientation > 4 ? [16, 32] : [32, 16]);
        const at = (x: number, y: number) =>
          Math.round(
            pyramid.levels[0]!.data[
              4 * (Math.floor(y * pyramid.height) * pyramid.width + Math.floor(x * pyramid.width))
            ]! / 10,
          ) * 10;
        // EXIF 2.32, tag 0x0112: where the stored picture's first row and column are to be seen.
        const corners: Readonly<Record<number, number[]>> = {
          1: [40, 100, 160, 220],
          2: [100, 40, 220, 160],
          3: [220, 160, 100, 40],
          4: [160, 220, 40, 100],
          5: [40, 160, 100, 220],
          6: [160, 40, 220, 100],
          7: [220, 100, 160, 40],
          8: [100, 220, 40, 160],
        };
        expect([at(0.25, 0.25), at(0.75, 0.25), at(0.25, 0.75), at(0.75, 0.75)]).toEqual(
          corners[orientation],
        );
      }
    },
  );

  it('of four inks, progressive, interlaced, with a palette, grey, of 16 bits, in tiles: all open in their colours', async () => {
    const plain = sharp({ create: { width: 40, height: 30, channels: 3, background: '#c8785a' } });
    const makes = {
      'inks.jpg': plain.clone().toColourspace('cmyk').jpeg(),
      'progressive.jpg': plain.clone().jpeg({ progressive: true, quality: 98 }),
      'interlaced.png': plain.clone().png({ progressive: true }),
      'palette.png': plain.clone().png({ palette: true }),
      'plain.webp': plain.clone().webp({ quality: 98 }),
      'lossless.webp': plain.clone().webp({ lossless: true }),
      'plain.avif': plain.clone().avif({ quality: 90 }),
      'plain.tiff': plain.clone().tiff({ compression: 'none' }),
      'zlib.tiff': plain.clone().tiff({ compression: 'deflate', predictor: 'horizontal' }),
      'tiles.tiff': plain.clone().tiff({ compression: 'lzw', tile: true, tileWidth: 16, tileHeight: 16 }),
      'deep.tiff': plain.clone().toColourspace('rgb16').tiff({ compression: 'lzw' }),
    };
    for (const [name, image] of Object.entries(makes)) {
      await writeFile(join(folder, name), await image.toBuffer());
      const { pyramid } = await openPhotoFile(join(folder, name));
      const off = name === 'inks.jpg' ? 40 : 3;
      PIXEL.forEach((value, c) => expect(Math.abs(seen(pyramid)[c]! - value), name).toBeLessThanOrEqual(off));
    }
    await writeFile(join(folder, 'grey.png'), await plain.clone().greyscale().png().toBuffer());
    const [red, green, blue] = (await openPhotoFile(join(folder, 'grey.png'))).pyramid.levels[0]!.data;
    expect([green, blue]).toEqual([red, red]);
  });
});

describe('damage within a JPEG', () => {
  it('is told, and the photo opens as far as it goes', async () => {
    const whole = await sharp(portraitPath('marit', 'photo')).jpeg({ quality: 90 }).toBuffer();
    const damaged = Buffer.from(whole);
    damaged.fill(0x55, Math.round(0.4 * whole.length), Math.round(0.4 * whole.length) + 12);
    const warnings: string[] = [];
    const path = join(folder, 'damaged.jpg');
    await writeFile(path, damaged);
    expect((await openPhotoFile(path, { warn: (text) => warnings.push(text) })).pyramid).toMatchObject({
      width: 1080,
      height: 1350,
    });
    expect(warnings).toEqual([expect.stringMatching(/^is damaged: from row \d+ of 1350 on at the latest/)]);
    await writeFile(path, whole);
    await openPhotoFile(path, { warn: (text) => warnings.push(text) });
    expect(warnings.length).toBe(1);
  });
});

/** IEC 61966-2-1. */
function encode(linear: number): number {
  return linear <= 0.0031308 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
}
