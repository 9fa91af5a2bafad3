import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import exifr from 'exifr';
import sharp from 'sharp';
import type { Sharp } from 'sharp';
import { describe, expect, it } from 'vitest';
import { readRgbProfile } from '#core/formats/iccProfile';
import { commandLine, planFor, words } from '../tests/fixtures/commandLine';
import { main } from './main';

// The same names are written again and again, and are to be read anew.
sharp.cache(false);
const cli = commandLine();
const [WIDTH, HEIGHT] = [96, 64];

/** A smooth and saturated picture that uses many codes. @param most the greatest code */
function codes(most: number): number[] {
  return Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const [x, y] = [(i % WIDTH) / (WIDTH - 1), Math.floor(i / WIDTH) / (HEIGHT - 1)];
    return [x, 0.6 * x * y + 0.1, 1 - y].map((value) => Math.round(most * value));
  }).flat();
}
const deep = () =>
  sharp(Uint16Array.from(codes(65_535)), {
    raw: { width: WIDTH, height: HEIGHT, channels: 3 },
  }).toColourspace('rgb16');
const bytes = () => sharp(Buffer.from(codes(255)), { raw: { width: WIDTH, height: HEIGHT, channels: 3 } });

const DETAILS = {
  IFD0: {
    Make: 'Lantern',
    Model: 'Row 1',
    Artist: 'Wren',
    Copyright: 'Lantern Row Players',
    Orientation: '1',
  },
  IFD2: { BodySerialNumber: '4711', ISOSpeedRatings: '200' },
  IFD3: { GPSLatitudeRef: 'N', GPSLatitude: '51/1 30/1 0/1' },
};
const XMP = `<x:xmpmeta xmlns:x="adobe:ns:meta/"><rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#"><rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:exif="http://ns.adobe.com/exif/1.0/" xmlns:aux="http://ns.adobe.com/exif/1.0/aux/" exif:GPSLatitude="51,30N" aux:SerialNumber='4711'><dc:title>Season</dc:title><exif:GPSLongitude>0,7W</exif:GPSLongitude></rdf:Description></rdf:RDF></x:xmpmeta>`;

/** Renders a photo with a plan of no steps, or what is given. @returns the path of what was written */
async function applied(photo: string, options = '', plan?: string): Promise<string> {
  const file = plan ?? (await planFor(cli.folder, photo, { plan: [] }));
  const out = join(cli.folder, 'out');
  expect(await main([...words(`apply --out ${out} ${options}`), file, photo]), cli.failed.join()).toBe(0);
  return cli.said.at(-1)!.split(' → ')[1]!.split('\n')[0]!;
}
async function photo(name: string, image: Sharp): Promise<string> {
  const path = join(cli.folder, name);
  await writeFile(path, await image.toBuffer());
  return path;
}
const samples = async (path: string) => {
  const { data, info } = await sharp(path, { ignoreIcc: true })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({
      resolveWithObject: true,
    });
  const { depth, icc } = await sharp(path).metadata();
  return { data: new Uint16Array(data.buffer, data.byteOffset, data.length / 2), info, depth, icc };
};

describe('16 bits', () => {
  it.each([
    ['deep.png', () => deep().png()],
    ['deep.tiff', () => deep().tiff({ compression: 'lzw', predictor: 'horizontal' })],
    ['wide.png', () => deep().withIccProfile('p3').png()],
    ['wide.tiff', () => deep().withIccProfile('p3').tiff({ compression: 'deflate' })],
    ['tiles.tiff', () => deep().tiff({ compression: 'deflate', tile: true, tileWidth: 32, tileHeight: 32 })],
  ] as const)('%s goes through an empty plan to the bit, profile and all', async (name, image) => {
    const path = await photo(name, image());
    const [before, after] = [await samples(path), await samples(await applied(path))];
    expect([after.depth, after.info.channels]).toEqual(['ushort', 3]);
    expect(after.data).toEqual(before.data);
    if (before.icc) expect(after.icc).toEqual(before.icc);
    expect(readRgbProfile(after.icc!)!.name).toMatch(before.icc ? /P3/ : /sRGB/);
  });

  it('a wide photo stays wide, and is brought into sRGB where that is asked for', async () => {
    const path = await photo('wide.png', deep().withIccProfile('p3').png());
    const narrow = await samples(await applied(path, '--profile srgb'));
    const wide = await samples(path);
    expect(readRgbProfile(narrow.icc!)!.name).toBe('sRGB');
    // By libvips and its colour engine, from the wide numbers to sRGB in 8 bits; clipped beyond it.
    const converted = join(cli.folder, 'theirs.png');
    await writeFile(converted, await sharp(path).withIccProfile('srgb').png().toBuffer());
    const { data: theirs } = await samples(converted);
    // Pixels that neither of them had to bring into the gamut.
    const inside = [...theirs.keys()].filter((i) =>
      [0, 1, 2].every((c) => theirs[i - (i % 3) + c]! > 300 && theirs[i - (i % 3) + c]! < 65_200),
    );
    const off = inside.map((i) => Math.abs(theirs[i]! - narrow.data[i]!) / 257);
    expect(inside.length).toBeGreaterThan(4500);
    expect(off.reduce((sum, value) => sum + value, 0) / off.length).toBeLessThan(1);
    expect(Math.max(...off)).toBeLessThan(4);
    expect(narrow.data).not.toEqual(wide.data);
  });
});

describe('what a file says beside its pixels', () => {
  const detailed = (image: Sharp) => image.withExif(DETAILS).withXmp(XMP);
  /** By an independent reader; out of a PNG or WebP it is given the block alone. */
  const read = async (path: string) => {
    const exif = (await sharp(path).metadata()).exif;
    const block = exif
      ? exif.subarray(exif.toString('latin1', 0, 4) === 'Exif' ? 6 : 0)
      : await readFile(path);
    return (await exifr.parse(block, { gps: true, translateValues: false })) as Record<string, unknown>;
  };

  it.each(['jpeg', 'png', 'tiff16', 'webp'])(
    '%s keeps all, or all but place and device, or nothing',
    async (format) => {
      const path = await photo('told.jpg', detailed(bytes()).jpeg());
      const all = await read(await applied(path, `--format ${format}`));
      expect(all).toMatchObject({ Make: 'Lantern', Artist: 'Wren', Software: 'Even Blush', Orientation: 1 });
      expect(all).toMatchObject({ ISO: 200, ExifImageWidth: WIDTH, ExifImageHeight: HEIGHT });
      expect(all['GPSLatitude']).toEqual([51, 30, 0]);
      const some = await read(await applied(path, `--format ${format} --metadata without-place-and-device`));
      expect(some).toMatchObject({ Artist: 'Wren', Copyright: 'Lantern Row Players', ISO: 200 });
      for (const name of ['Make', 'Model', 'SerialNumber', 'BodySerialNumber', 'GPSLatitude', 'GPSLongitude'])
        expect(some[name], name).toBeUndefined();
      const none = await read(await applied(path, `--format ${format} --metadata none`));
      expect(none).toMatchObject({ Software: 'Even Blush' });
      for (const name of ['Make', 'Artist', 'ISO', 'GPSLatitude']) expect(none[name], name).toBeUndefined();
    },
  );

  it('XMP goes along in JPEG, PNG, TIFF and WebP, and is rid of place and device', async () => {
    const path = await photo('told.jpg', detailed(bytes()).jpeg());
    for (const format of ['jpeg', 'png', 'tiff16', 'webp']) {
      const xmpOf = async (file: string) => (await sharp(file).metadata()).xmp!.toString();
      expect(await xmpOf(await applied(path, `--format ${format}`))).toMatch(
        /GPSLatitude=.*Season.*GPSLongitude/,
      );
      const bare = await xmpOf(await applied(path, `--format ${format} --metadata without-place-and-device`));
      expect(bare).toContain('Season');
      expect(bare).not.toMatch(/GPS|SerialNumber/);
    }
  });

  it('a turned photo is written upright and says so', async () => {
    const path = await photo('turned.jpg', bytes().withMetadata({ orientation: 6 }).jpeg());
    const written = await sharp(await applied(path)).metadata();
    expect(written).toMatchObject({ width: HEIGHT, height: WIDTH, orientation: 1 });
  });
});

/** It makes 16 bits of 8 by adding zeros, so that white is not quite white. */
const LIBVIPS_WIDENS = 0.6;

describe('kinds of file', () => {
  it.each([
    ['jpeg', 'jpeg'],
    ['png', 'png'],
    ['webp', 'webp'],
    ['avif', 'heif'],
    ['tiff16', 'tiff'],
  ])('%s is read by an independent decoder, near the photo', async (format, known) => {
    const path = await photo('plain.png', bytes().png());
    const file = await applied(path, `--format ${format} --quality 95`);
    expect((await sharp(file).metadata()).format).toBe(known);
    const [before, after] = [await samples(path), await samples(file)];
    const off = before.data.reduce((sum, value, i) => sum + Math.abs(value - after.data[i]!), 0);
    expect(off / before.data.length / 257).toBeLessThan({ png: 1e-6, tiff16: LIBVIPS_WIDENS }[format] ?? 2.5);
  });

  it('a JPEG has colour as fine as lightness, or half as fine', async () => {
    const path = await photo('plain.png', bytes().png());
    const chroma = async (options: string) =>
      (await sharp(await applied(path, `--format jpeg ${options}`)).metadata()).chromaSubsampling;
    expect([await chroma(''), await chroma('--chroma half')]).toEqual(['4:4:4', '4:2:0']);
  });

  it('a long edge makes it smaller, as an independent filter does in linear light', async () => {
    const path = await photo('plain.png', bytes().png());
    const file = await applied(path, '--long-edge 48');
    const { data, info } = await samples(file);
    expect([info.width, info.height]).toEqual([48, 32]);
    const theirs = join(cli.folder, 'theirs.png');
    const linear = sharp(path).pipelineColourspace('scrgb').resize(48, 32, { kernel: 'lanczos3' });
    await writeFile(theirs, await linear.toColourspace('srgb').png().toBuffer());
    const wanted = (await samples(theirs)).data;
    const off = wanted.reduce((sum, value, i) => sum + Math.abs(value - data[i]!) / 257, 0) / wanted.length;
    expect(off).toBeLessThan(1);
    expect((await samples(await applied(path, '--long-edge 500'))).info.width).toBe(WIDTH);
  });

  it('what was written here is replaced by a later run, in every format; what was not is left', async () => {
    const path = await photo('plain.png', bytes().png());
    const plan = await planFor(cli.folder, path, { plan: [] });
    for (const format of ['jpeg', 'png', 'png16', 'tiff16', 'webp', 'avif']) {
      const first = await applied(path, `--format ${format}`, plan);
      expect(await applied(path, `--format ${format}`, plan)).toBe(first);
      const copy = await readFile(path);
      await writeFile(first, copy);
      expect(await applied(path, `--format ${format}`, plan)).toMatch(/plain-2\.\w+$/);
      expect(await readFile(first)).toEqual(copy);
      await writeFile(first, await readFile(await applied(path, `--format ${format}`, plan)));
    }
  });
});
