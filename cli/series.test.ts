import { copyFile, readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { decodeSrgb, encodeSrgb } from '#core/colour/transfer';
import { headMask, headPath } from '../tests/fixtures/truth';
import { commandLine } from '../tests/fixtures/commandLine';
import { main } from './main';

const at = commandLine();
/** The same head under lights of other colours and strengths. */
const LIGHTS = [
  [1, 1, 1],
  [1.15, 0.95, 0.7],
  [0.75, 0.8, 0.95],
] as const;

async function series(folder: string): Promise<string[]> {
  const { data, info } = await sharp(headPath('suit'))
    .removeAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const raw = { width: info.width, height: info.height, channels: 3 } as const;
  return Promise.all(
    LIGHTS.map(async (light, n) => {
      const lit = data.map((code, i) => {
        const linear = decodeSrgb(code / 255) * light[i % 3]!;
        return Math.round(255 * Math.min(1, encodeSrgb(linear)));
      });
      const path = join(folder, `head-${n}.png`);
      await sharp(lit, { raw }).png().toFile(path);
      return path;
    }),
  );
}

/** Mean code of the true skin. */
async function skinOf(file: string): Promise<number[]> {
  const mask = await headMask('suit', 'skin_face');
  const data = await sharp(file).removeAlpha().raw().toBuffer();
  const sums = [0, 0, 0, 0];
  mask.forEach((value, i) => {
    if (value < 250) return;
    for (let c = 0; c < 3; c++) sums[c]! += data[3 * i + c]!;
    sums[3]!++;
  });
  return sums.slice(0, 3).map((sum) => sum / sums[3]!);
}
const apart = (one: readonly number[], other: readonly number[]) =>
  Math.max(...one.map((value, c) => Math.abs(value - other[c]!)));

describe('a series', () => {
  it('is evened to a reference, reported, and gone on with where it was stopped', async () => {
    const photos = await series(at.folder);
    const bad = join(at.folder, 'bad.png');
    await writeFile(bad, 'no photo');
    const out = join(at.folder, 'out');
    const words = [
      'series',
      ...photos,
      bad,
      '--reference',
      photos[0]!,
      '--out',
      out,
      '--jobs',
      '1',
      '--json',
    ];
    // One bad file fails alone, and what is done is kept for the next run.
    expect(await main(words)).toBe(1);
    interface Report {
      photos: { photo: string; written?: string; error?: string }[];
      skin: { sitter: string; photos: number; before: number; after: number }[];
    }
    const report = JSON.parse(at.said.at(-1)!) as Report;
    expect(report.photos.filter(({ error }) => error !== undefined).map(({ photo }) => photo)).toEqual([bad]);
    // One sitter in all three.
    expect(report.skin).toMatchObject([{ sitter: 'Sitter A', photos: 3 }]);
    expect(report.skin[0]!.after).toBeLessThan(0.2 * report.skin[0]!.before);
    const written = report.photos.flatMap((each) => each.written ?? []);
    const [reference, ...others] = await Promise.all(written.map(skinOf));
    const shot = await Promise.all(photos.map(skinOf));
    others.forEach((skin, n) => {
      expect(apart(skin, reference!)).toBeLessThan(0.25 * apart(shot[n + 1]!, shot[0]!));
    });
    expect(await readFile(join(out, 'report.csv'), 'utf8')).toMatch(
      /^photo,sitter,part,rung,.*\r\n.*Sitter A,skin,light/,
    );

    // The file was bad and is a photo now, the same as another one: only it is still to be looked at.
    await copyFile(photos[0]!, bad);
    at.said.length = 0;
    expect(await main(words.filter((word) => word !== '--json'))).toBe(0);
    for (const photo of photos) expect(at.said).toContain(`${photo}: done before`);
    expect((await readdir(out)).toSorted()).toEqual([
      'bad.png',
      'head-0.png',
      'head-1.png',
      'head-2.png',
      'report.csv',
      'report.json',
    ]);
  });

  it('says what is missing or contradicts itself', async () => {
    for (const [words, said] of [
      [['series', 'a.jpg', '--out', 'o'], 'say to what the series is brought'],
      [
        ['series', 'a.jpg', '--out', 'o', '--to-median', '--reference', 'b.jpg'],
        'say to what the series is brought',
      ],
      [['series', 'a.jpg', '--out', 'o', '--to-median', '--light', '120'], '--light is a number of percent'],
      [
        ['series', 'a.jpg', '--out', 'o', '--to-median', '--ground', 'red'],
        '--ground is leave, white or same',
      ],
      [['series', 'a.jpg', '--out', 'o', '--to-median', '--most', '0'], '--most is a number'],
      [['series', 'a.jpg', '--out', 'o', '--to-median', '--jobs', '0'], '--jobs is a whole number'],
    ] as const) {
      at.failed.length = 0;
      expect(await main(words)).toBe(2);
      expect(at.failed.join('\n')).toContain(said);
    }
  });

  it('a reference without anybody in it is no reference', async () => {
    const plain = join(at.folder, 'plain.png');
    await sharp({ create: { width: 60, height: 40, channels: 3, background: '#888' } })
      .png()
      .toFile(plain);
    const words = ['series', plain, '--reference', plain, '--out', join(at.folder, 'out'), '--jobs', '1'];
    expect(await main(words)).toBe(1);
    expect(at.failed.join('\n')).toContain('cannot be the reference');
  });
});
