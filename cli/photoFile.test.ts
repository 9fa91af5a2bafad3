import { mkdtemp, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { converter } from 'culori';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import { pngChunk, pngFile, pngWords, profileChunk } from '../tests/fixtures/pngFile';
import { portraitPath } from '../tests/fixtures/truth';
import { openPhotoFile } from './photoFile';

const PIXEL = [200, 120, 90];
let folder: string;
let displayP3: Buffer;
let srgb: Buffer;
const profileOf = async (name: 'p3' | 'srgb') => {
  const file = await sharp(Buffer.alloc(3), { raw: { width: 1, height: 1, channels: 3 } }).withIccProfile(name).png().toBuffer();
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
  await writeFile(path, pngFile({ width: 8, height: 8, depth, colourType: alpha === undefined ? 2 : 6, pixel, chunks }));
  return [...(await openPhotoFile(path)).pyramid.levels[0]!.data.subarray(0, 4)];
}

/** By culori, an independent library; colours beyond sRGB clipped by channel. */
function inSrgb(mode: 'p3' | 'rec2020'): number[] {
  const [r, g, b] = PIXEL.map((code) => code / 255) as [number, number, number];
  const colour = converter('rgb')({ mode, r, g, b });
  return [colour.r, colour.g, colour.b].map((value) => Math.round(255 * Math.min(1, Math.max(0, value))));
}

const near = (got: readonly number[], wanted: readonly number[]) =>
  wanted.forEach((value, c) => expect(Math.abs(got[c]! - value), `${got} for ${wanted}`).toBeLessThanOrEqual(1));

describe('colours of a PNG', () => {
  it.each([8, 16] as const)('with %d bits, a profile is followed', async (depth) => {
    near(await opened(depth), PIXEL);
    near(await opened(depth, [profileChunk(srgb)]), PIXEL);
    near(await opened(depth, [profileChunk(displayP3)]), inSrgb('p3'));
  });

  it.each([8, 16] as const)('with %d bits, cICP says the same as a profile, and goes before it', async (depth) => {
    const cicp = (...values: number[]) => pngChunk('cICP', Buffer.from(values));
    near(await opened(depth, [cicp(12, 13, 0, 1)]), inSrgb('p3'));
    near(await opened(depth, [cicp(1, 13, 0, 1), profileChunk(displayP3)]), PIXEL);
    near(await opened(depth, [cicp(1, 8, 0, 1)]), PIXEL.map((code) => 255 * encode(code / 255)));
    // Perceptual quantisation is not known here: the file's other words count.
    near(await opened(depth, [cicp(9, 16, 0, 1), profileChunk(displayP3)]), inSrgb('p3'));
  });

  it('gAMA with cHRM counts where nothing else is said', async () => {
    const gamma = (value: number) => pngChunk('gAMA', pngWords(value));
    const p3 = pngChunk('cHRM', pngWords(31270, 32900, 68000, 32000, 26500, 69000, 15000, 6000));
    near(await opened(8, [gamma(100_000)]), PIXEL.map((code) => 255 * encode(code / 255)));
    near(await opened(8, [gamma(45_455)]), PIXEL.map((code) => 255 * encode((code / 255) ** 2.2)));
    // A power of 2.2 is not quite the transfer of sRGB: two codes at most on these values.
    (await opened(8, [gamma(45_455), p3])).slice(0, 3).forEach((value, c) => expect(Math.abs(value - inSrgb('p3')[c]!)).toBeLessThanOrEqual(2));
    near(await opened(8, [pngChunk('sRGB', Buffer.from([0])), gamma(100_000)]), PIXEL);
  });

  it('what is transparent lies on white', async () => {
    near(await opened(8, [], 0), [255, 255, 255, 255]);
    near(await opened(8, [], 128), [...PIXEL.map((code) => 255 + (code - 255) * (128 / 255)), 255]);
    near(await opened(16, [], 255), [...PIXEL, 255]);
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
    expect((await openPhotoFile(path, { warn: (text) => warnings.push(text) })).pyramid).toMatchObject({ width: 1080, height: 1350 });
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
