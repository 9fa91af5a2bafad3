import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import sharp from 'sharp';
import { medianTime } from './medians';
import { largePortrait, lutPasses } from './render';
import type { Row } from './report';

const program = fileURLToPath(new URL('../cli/even-blush.mjs', import.meta.url));
const small = fileURLToPath(new URL('../demo/marit-flare.jpg', import.meta.url));
const PASSES = 6;

function run(command: string, words: readonly string[]): void {
  const { status, stderr } = spawnSync(command, words, { encoding: 'utf8' });
  if (status !== 0) throw new Error(`${command} ${words.join(' ')}: ${stderr}`);
}

/** Twelve portraits of the demo, four in a row. */
async function groupPortrait(): Promise<Buffer> {
  const [width, height] = [540, 675];
  const names = ['marit', 'adaeze', 'jonas', 'linnea'].flatMap((sitter) =>
    ['flare', 'blotchy', 'mixed'].map((light) => `${sitter}-${light}`),
  );
  const portraits = names.map(async (name, n) => ({
    input: await sharp(fileURLToPath(new URL(`../demo/${name}.jpg`, import.meta.url)))
      .resize(width, height)
      .toBuffer(),
    left: width * (n % 4),
    top: height * Math.floor(n / 4),
  }));
  return sharp({ create: { width: 4 * width, height: 3 * height, channels: 3, background: '#888888' } })
    .composite(await Promise.all(portraits))
    .jpeg({ quality: 92 })
    .toBuffer();
}

/**
 * How long somebody waits for whole commands, and for a native program that decodes, passes six tables and
 * encodes, by turns on all cores. Medians.
 */
export async function commandSpeed(rounds: number): Promise<Row[]> {
  const folder = mkdtempSync(join(tmpdir(), 'even-blush-'));
  const large = join(folder, 'large.jpg');
  const plan = join(folder, 'plan.json');
  writeFileSync(large, await largePortrait().jpeg({ quality: 92 }).toBuffer());
  const group = join(folder, 'group.jpg');
  writeFileSync(group, await groupPortrait());
  const ours = (...words: readonly string[]) => run(process.execPath, [program, ...words]);
  ours(...['plan', large, '--mend', '--skin-hue', '24,20,18', '--lips', '#a03040'], '--out', plan);
  const filters = lutPasses(folder, PASSES);
  const [findSmall, findLarge, findGroup, mend, apply, native] = medianTime(
    [
      () => ours('find', small, '--out', join(folder, 'found')),
      () => ours('find', large, '--out', join(folder, 'found')),
      () => ours('find', group, '--out', join(folder, 'found')),
      () => ours('plan', large, '--mend', '--out', join(folder, 'mended.json')),
      () => ours('apply', plan, large, '--out', join(folder, 'applied')),
      () =>
        run('ffmpeg', [
          '-v',
          'error',
          '-y',
          '-i',
          large,
          '-vf',
          filters,
          '-q:v',
          '3',
          join(folder, 'lut.jpg'),
        ]),
    ],
    { rounds, warm: false },
  ) as [number, number, number, number, number, number];
  rmSync(folder, { recursive: true });
  const seconds = (what: string, time: number, must = '') => ({ what, value: time / 1000, unit: 's', must });
  return [
    seconds('find, 1.5 megapixels', findSmall, '≤ 4'),
    seconds('find, 24 megapixels', findLarge, '≤ 15'),
    seconds('find, twelve people, 4.4 megapixels', findGroup, '≤ 10'),
    seconds('plan --mend, 24 megapixels', mend, '≤ 15'),
    seconds('apply, 24 megapixels, 4 steps on found areas', apply),
    seconds(`ffmpeg, 24 megapixels: decode, lut3d tetrahedral ${PASSES} times, encode`, native),
    { what: 'apply / ffmpeg', value: apply / native, unit: '', must: '≤ 1.5' },
  ];
}
