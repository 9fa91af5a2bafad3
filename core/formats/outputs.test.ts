import { strFromU8, unzipSync } from 'fflate';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { fileNameBy, freeName } from './fileNames';
import { writeOpenRaster } from './openRaster';
import { writeProofSheet } from './proofSheet';
import { writeReadingsCgats, writeReadingsCsv } from './readingsFile';
import type { ReadingRow } from './readingsFile';

/** Published in sRGB under D50: a light skin patch of the ColorChecker, RGB 194 150 130 (from memory). */
const LIGHT_SKIN = [0.5395, 0.305, 0.2232] as const;
const ROW: ReadingRow = {
  area: '=Skin, "left"',
  rung: 'light',
  x: 10.25,
  y: 20,
  size: 31,
  now: LIGHT_SKIN,
  result: [0.25, 0.25, 0.25],
};

describe('readings', () => {
  it('for a spreadsheet are quoted by RFC 4180, and nothing in them is reckoned with', () => {
    const [head, now, result, end] = writeReadingsCsv([ROW]).split('\r\n');
    expect(head!.split(',').slice(0, 7)).toEqual(['area', 'rung', 'x', 'y', 'size', 'state', 'R']);
    expect(now).toMatch(/^"'=Skin, ""left""",light,10\.3,20\.0,31,now,194,150,130,/);
    // A grey has no hue, which is not 0.
    expect(result).toMatch(/,result,137,137,137,,0\.00,/);
    expect([Number(result!.split(',').at(-1)) > 10, end]).toEqual([true, '']);
  });

  it('as CGATS say how many fields and sets there are, and have as many', () => {
    const lines = writeReadingsCgats([ROW, ROW], 'a "b".jpg', '2026-11-26T00:00:00Z').split('\n');
    const after = (word: string) => lines[lines.indexOf(word) + 1]!;
    const count = (word: string) => Number(lines.find((line) => line.startsWith(word))!.split('\t')[1]);
    expect(lines[0]).toBe('CGATS.17');
    expect(after('BEGIN_DATA_FORMAT').split('\t')).toHaveLength(count('NUMBER_OF_FIELDS'));
    const data = lines.slice(lines.indexOf('BEGIN_DATA') + 1, lines.indexOf('END_DATA'));
    expect(data).toHaveLength(count('NUMBER_OF_SETS'));
    expect(data[0]!.split('\t')).toHaveLength(8);
    expect(lines.find((line) => line.startsWith('DESCRIPTOR'))).toBe('DESCRIPTOR\t"Readings of a  b .jpg"');
  });
});

describe('layers', () => {
  it('lie in an archive as OpenRaster 0.0.6 wants them, the kind of file first and unpacked', async () => {
    const png = (background: string) =>
      sharp({ create: { width: 6, height: 4, channels: 4, background } })
        .png()
        .toBuffer();
    const layers = [
      { name: 'photo <1>.jpg', png: await png('#808080'), visible: true },
      { name: '"2" & more', png: await png('#ff000080'), visible: false },
    ];
    const file = writeOpenRaster({ width: 6, height: 4 }, layers, await png('#808080'), await png('#808080'));
    // The archive's first entry: its name, and its contents as they are (specification, "File layout").
    expect(strFromU8(file.subarray(30, 38))).toBe('mimetype');
    expect(strFromU8(file.subarray(38, 54))).toBe('image/openraster');
    const entries = unzipSync(file);
    const xml = strFromU8(entries['stack.xml']!);
    expect(xml).toMatch(/<image version="0\.0\.6" w="6" h="4">/);
    const sources = [...xml.matchAll(/src="([^"]+)"/g)].map(([, source]) => source!);
    expect(sources, 'the highest layer stands first').toEqual(['data/layer1.png', 'data/layer0.png']);
    expect(xml).toContain('name="photo &#60;1&#62;.jpg"');
    expect(xml).toContain(
      'name="&#34;2&#34; &#38; more" src="data/layer1.png" x="0" y="0" opacity="1.0" visibility="hidden"',
    );
    for (const name of [...sources, 'mergedimage.png', 'Thumbnails/thumbnail.png'])
      expect((await sharp(entries[name]).metadata()).width, name).toBe(6);
  });
});

describe('a proof sheet', () => {
  const sheet = {
    photo: '<b>.jpg',
    sitting: 'Season & more',
    day: '2026-11-26',
    before: 'data:image/jpeg;base64,AA',
    after: 'data:image/jpeg;base64,BB',
  };

  it('stands by itself: nothing in it leads elsewhere, and names are text', () => {
    const html = writeProofSheet({ ...sheet, readings: [ROW], steps: ['Light on "skin" <script>.'] });
    expect(html).not.toMatch(/<script|<b>\.jpg|https?:|url\(/);
    expect([...html.matchAll(/src="([^"]{22})/g)].map(([, start]) => start)).toEqual([
      'data:image/jpeg;base64',
      'data:image/jpeg;base64',
    ]);
    expect(html).toContain('Season &#38; more · 2026-11-26');
    expect(html).toMatch(/<li>Light on &#34;skin&#34; &#60;script&#62;\.<\/li>/);
    expect(html).toMatch(/194 150 130<\/td><td>\d+\.\d°/);
    expect(writeProofSheet({ ...sheet, readings: [], steps: [] })).toContain('No steps.');
  });
});

describe('names of files', () => {
  const parts = { name: 'a/b:c', sitting: 'Lantern Row', number: 7 };
  it('follow a pattern, and leave out what file systems refuse', () => {
    expect(fileNameBy('{name}-even', parts, 'jpg')).toBe('a-b-c-even.jpg');
    expect(fileNameBy('{sitting} {number}', parts, 'png')).toBe('Lantern Row 007.png');
    expect(fileNameBy('../..', parts, 'png')).toBe('-.png');
    expect(fileNameBy(' . ', parts, 'png')).toBe('photo.png');
    expect(fileNameBy('$&{name}', { ...parts, name: '$1' }, 'png')).toBe('$&$1.png');
    expect(fileNameBy('x'.repeat(400), parts, 'png').length).toBeLessThan(200);
  });
  it('get a number where they are taken, whatever their case', () => {
    const taken = new Set<string>();
    expect(['a.png', 'A.png', 'a.png', 'b.png'].map((name) => freeName(name, taken))).toEqual([
      'a.png',
      'A-2.png',
      'a-3.png',
      'b.png',
    ]);
  });
});
