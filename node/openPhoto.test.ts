import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { PhotoFileError } from '#core/errors';
import { encodeSrgb } from '#core/colour/transfer';
import { concatBytes } from '#core/formats/concatBytes';
import { readRgbProfile } from '#core/formats/iccProfile';
import { inspectPhotoFile } from '#core/formats/inspectPhotoFile';
import { isRawPhoto } from '#core/formats/isRawPhoto';
import { writeTiff } from '#core/formats/tiffFile';
import { sampleRegion } from '#core/raster/sampleRegion';
import { SENSOR_WHITE, dngFile } from '../tests/fixtures/dngFile';
import { jxlFile } from '../tests/fixtures/jxlFile';
import { tableProfile } from '../tests/fixtures/tableProfile';
import { openPhoto } from './openPhoto';

const [WIDTH, HEIGHT] = [64, 48];
/** Linear sRGB of an opened photo about a place. */
async function lightOf(file: Uint8Array, x: number, y: number): Promise<number[]> {
  const { pyramid } = await openPhoto('a.dng', file);
  return [...sampleRegion(pyramid, { x, y, width: 4, height: 4, outWidth: 1, outHeight: 1 }).data];
}
/** White lies below the top by as much as the white balance lifts the weakest channel. */
const KEPT = Math.min(...SENSOR_WHITE);
const even = (...light: readonly [number, number, number]) =>
  dngFile({ width: WIDTH, height: HEIGHT, light: () => light });

describe('a camera’s own file', () => {
  it('is developed by its white balance, in linear light, neither brightened nor darkened', async () => {
    const ramp = dngFile({ width: WIDTH, height: HEIGHT, light: (x) => [x / WIDTH, x / WIDTH, x / WIDTH] });
    for (const x of [8, 24, 40]) {
      const wanted = (KEPT * (x + 1.5)) / WIDTH;
      for (const value of await lightOf(ramp, x, 20))
        expect(Math.abs(value - wanted)).toBeLessThan(0.02 * wanted + 0.003);
    }
  });

  it('has the colours that its matrix tells (DNG 1.4, chapter 6: mapping camera colour space to CIE XYZ)', async () => {
    // The sensor has the primaries of sRGB, so linear sRGB comes back.
    const lights: [number, number, number][] = [
      [0.42, 0.25, 0.17],
      [0.1, 0.3, 0.6],
      [0.05, 0.5, 0.08],
    ];
    for (const light of lights) {
      const got = await lightOf(even(...light), 30, 20);
      got.forEach((value, c) =>
        expect(Math.abs(value / KEPT - light[c]!), `${got} for ${light}`).toBeLessThan(0.012),
      );
    }
  });

  it('stands upright, whole, in 16 bits', async () => {
    const { pyramid, type } = await openPhoto(
      'a.dng',
      dngFile({
        width: WIDTH,
        height: HEIGHT,
        orientation: 6,
        light: (x) => (x < 8 ? [0.8, 0.8, 0.8] : [0.1, 0.1, 0.1]),
      }),
    );
    expect([pyramid.width, pyramid.height, type]).toEqual([HEIGHT, WIDTH, 'image/x-raw']);
    expect(pyramid.levels[0]!.data.BYTES_PER_ELEMENT).toBe(2);
    const at = (x: number, y: number) =>
      sampleRegion(pyramid, { x, y, width: 2, height: 2, outWidth: 1, outHeight: 1 }).data[0]!;
    // Orientation 6: what was left is on top.
    expect([at(24, 2) > 0.3, at(24, 40) < 0.1]).toEqual([true, true]);
  });

  it('that is cut or changed anywhere is a picture or a reason', async () => {
    const file = even(0.4, 0.3, 0.2);
    const reasons = new Set<string>();
    for (let n = 0; n < 60; n++) {
      const bytes = file.slice(0, n % 3 === 0 ? 200 + ((n * 7919) % file.length) : file.length);
      // In the directory, which stands at the end.
      for (let k = 0; k < 3; k++) bytes[bytes.length - 1 - ((n * 131 + k * 977) % 400)] = (n * 37 + k) % 256;
      try {
        const { pyramid } = await openPhoto('a.dng', bytes);
        expect(pyramid.width * pyramid.height).toBeGreaterThan(0);
        reasons.add('opened');
      } catch (error) {
        expect(error).toBeInstanceOf(PhotoFileError);
        reasons.add((error as PhotoFileError).reason);
      }
    }
    expect(reasons).toContain('opened');
    expect(reasons.size).toBeGreaterThan(1);
  });
});

describe('what is a camera’s own file', () => {
  it('is told by how it begins, or by a mosaic in one of its directories', async () => {
    expect(isRawPhoto(even(1, 1, 1))).toBe(true);
    const letters = (text: string) => concatBytes([new TextEncoder().encode(text), new Uint8Array(40)]);
    for (const begins of ['IIRO', 'IIU\0', 'FUJIFILMCCD-RAW', '\0\0\0\x18ftypcrx '])
      expect(isRawPhoto(letters(begins)), begins).toBe(true);
    for (const begins of ['IIXX', '\0\0\0\x18ftypavif', 'FOO'])
      expect(isRawPhoto(letters(begins)), begins).toBe(false);
    const plain = sharp({ create: { width: 8, height: 8, channels: 3, background: '#888' } });
    for (const file of [
      await plain.clone().tiff().toBuffer(),
      await plain.clone().jpeg().toBuffer(),
      await plain.png().toBuffer(),
    ])
      expect(isRawPhoto(file)).toBe(false);
    expect(inspectPhotoFile('a', even(1, 1, 1)).type).toBe('image/x-raw');
  });
});

describe('a profile of tables', () => {
  const codes = Uint16Array.from({ length: 6 * 4 * 3 }, (_, i) => 9000 + ((i * 7919) % 50_000));
  const colourOf = async (file: Uint8Array, name: string) => {
    const opened = await openPhoto(name, file);
    const { width, height } = opened.pyramid;
    return {
      ...opened,
      light: sampleRegion(opened.pyramid, { x: 0, y: 0, width, height, outWidth: width, outHeight: height })
        .data,
    };
  };

  it('is followed in 16 bits: the light that its table tells', async () => {
    const icc = tableProfile(1.8);
    expect(readRgbProfile(icc)).toBeUndefined();
    const file = writeTiff({ width: 6, height: 4, data: codes }, { icc });
    const { light, pyramid } = await colourOf(file, 'table.tiff');
    expect(pyramid.levels[0]!.data.BYTES_PER_ELEMENT).toBe(2);
    light.forEach((value, i) => expect(Math.abs(value - (codes[i]! / 65_535) ** 1.8)).toBeLessThan(0.003));
  });

  it('four inks are what libvips and its engine see in them; without a profile they are refused', async () => {
    const bytes = Buffer.from(codes.map((code) => code >> 8));
    const inks = sharp(bytes, { raw: { width: 6, height: 4, channels: 3 } })
      .toColourspace('cmyk')
      .withIccProfile('cmyk');
    for (const compression of ['none', 'lzw'] as const) {
      const file = await inks.clone().tiff({ compression }).toBuffer();
      const theirs = await sharp(file).toColourspace('srgb').raw().toBuffer();
      const { light } = await colourOf(new Uint8Array(file), 'inks.tiff');
      const apart = [...theirs].map((code, i) =>
        Math.abs(255 * encodeSrgb(Math.max(0, Math.min(1, light[i]!))) - code),
      );
      expect(apart.reduce((sum, value) => sum + value, 0) / apart.length).toBeLessThan(2);
      // It takes the perceptual intent, we the colorimetric one with the black point matched.
      expect(Math.max(...apart)).toBeLessThan(16);
    }
    const bare = await sharp(bytes, { raw: { width: 6, height: 4, channels: 3 } })
      .toColourspace('cmyk')
      .tiff()
      .toBuffer();
    expect((await sharp(bare).metadata()).icc).toBeUndefined();
    await expect(openPhoto('bare.tiff', bare)).rejects.toMatchObject({ reason: 'unsupported' });
  });

  it('that is damaged is a reason', async () => {
    const icc = tableProfile(2.2);
    icc.fill(255, 145, 170);
    const file = writeTiff({ width: 6, height: 4, data: codes }, { icc });
    await expect(openPhoto('a.tiff', file)).rejects.toMatchObject({ reason: 'undecodable' });
  });
});

describe('JPEG XL', () => {
  it('says its size, and opens on white', async () => {
    for (const [width, height] of [
      [64, 48],
      [97, 61],
      [1200, 8],
      [300, 200],
    ] as const) {
      const file = await jxlFile(width, height, [200, 100, 50, 255]);
      expect(inspectPhotoFile('a', file)).toMatchObject({ type: 'image/jxl', width, height });
    }
    const half = await openPhoto('a.jxl', await jxlFile(40, 30, [200, 100, 0, 128]));
    expect([half.pyramid.width, half.pyramid.height]).toEqual([40, 30]);
    const white = 1 - 128 / 255;
    [200, 100, 0].forEach((code, c) =>
      expect(Math.abs(half.pyramid.levels[0]!.data[c]! - (code * (1 - white) + 255 * white))).toBeLessThan(2),
    );
  });

  it('that is cut is a reason', async () => {
    const file = await jxlFile(97, 61, [200, 100, 50, 255]);
    await expect(openPhoto('a.jxl', file.subarray(0, 4))).rejects.toMatchObject({ reason: 'truncated' });
    await expect(openPhoto('a.jxl', file.subarray(0, file.length - 8))).rejects.toBeInstanceOf(
      PhotoFileError,
    );
    const box = concatBytes([Uint8Array.of(0, 0, 0, 12), new TextEncoder().encode('JXL \r\n\x87\n')]);
    await expect(openPhoto('a.jxl', box)).rejects.toMatchObject({ reason: 'truncated' });
  });
});
