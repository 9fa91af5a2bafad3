import { execFileSync } from 'node:child_process';
import { statSync, utimesSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout } from 'node:timers/promises';
import sharp from 'sharp';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Plate } from '#core/raster/plate';
import { StripThreads } from '../node/stripThreads';
import { beginCoverage, wholeCoverage, wholeCoverages } from '../node/wholeCoverage';
import { commandLine, planFor } from '../tests/fixtures/commandLine';
import { area, mark, step } from '../tests/fixtures/plans';
import { applyPlan, readPlan } from './apply';
import { Outputs } from './outputs';
import { openPhotoFile } from './photoFile';

const heard = commandLine();
const made = new URL('../.cli/sources.json', import.meta.url);

beforeAll(() => void execFileSync(process.execPath, ['cli/even-blush.mjs', '--version']));

/** A photo large enough for threads. */
async function largePhoto(): Promise<string> {
  const photo = join(heard.folder, 'large.png');
  const [width, height] = [1600, 2700];
  const data = Buffer.from(
    Uint8Array.from({ length: 3 * width * height }, (_, i) => (i * 7919 + (i >> 9)) % 251),
  );
  await sharp(data, { raw: { width, height, channels: 3 } })
    .png({ compressionLevel: 1 })
    .toFile(photo);
  return photo;
}

describe('threads of the command line', () => {
  it('render strips of a photo side by side, to the byte what one thread renders', async () => {
    const photo = await largePhoto();
    const planFile = await planFor(heard.folder, photo, {
      areas: [area([mark('ellipse', { x: 800, y: 1400, radiusX: 700, radiusY: 900 })])],
      plan: [step('clear', { brighten: 0.5, clear: 1 })],
    });
    const plan = await readPlan(planFile);
    const outputs = await Outputs.besides([photo, planFile]);
    const told: number[] = [];
    const report = { progress: (share: number) => void told.push(share), warn: () => undefined };
    const rendered = async (threads: number) => {
      const options = {
        out: join(heard.folder, `by-${threads}`),
        format: 'jpeg',
        quality: 90,
        metadata: 'all',
      } as never;
      const { file } = await applyPlan(plan, photo, options, { outputs, report, threads });
      return readFile(file);
    };
    const [alone, together] = [await rendered(1), await rendered(3)];
    expect(together.equals(alone)).toBe(true);
    expect(Math.max(...told)).toBe(1);
    const mean = async (file: Buffer | string) => (await sharp(file).stats()).channels[0]!.mean;
    expect(Math.abs((await mean(alone)) - (await mean(photo)))).toBeGreaterThan(2);
  });
});

it('threads write coverage side by side, to the byte what one thread writes', async () => {
  const { pyramid } = await openPhotoFile(await largePhoto());
  const plate = (x: number, y: number, seed: number): Plate => ({
    region: { x, y, width: 1200, height: 2400, outWidth: 300, outHeight: 600 },
    coverage8: Uint8Array.from({ length: 300 * 600 }, (_, i) => ((i * seed) % 300 > 150 ? 255 : 60)),
  });
  const lists = [[plate(100, 50, 7), plate(300, 200, 11)], [plate(100, 50, 13)]];
  const file = new URL('../.cli/coverageThread.mjs', import.meta.url);
  const threads = new StripThreads(pyramid, beginCoverage, { count: 3, file });
  const together = await wholeCoverages(pyramid, lists, threads);
  await threads.end();
  for (const [n, { coverage8, sum }] of together.entries()) {
    const alone = wholeCoverage(pyramid, lists[n]!);
    expect(Buffer.compare(coverage8, alone)).toBe(0);
    expect(sum).toBe(alone.reduce((all, value) => all + value, 0));
    expect(sum).toBeGreaterThan(0);
  }
});

it('a large photo goes to threads: what fails there is thrown, also before anything was asked', async () => {
  const size = { width: 2500, height: 2000 };
  const file = new URL('none.mjs', import.meta.url);
  const threads = new StripThreads(size, () => () => undefined, { count: 2, file });
  await setTimeout(300);
  const strip = { x: 0, y: 0, ...size, outWidth: 1, outHeight: 1 };
  await expect(threads.each({}, [strip, strip], () => undefined)).rejects.toThrow(/none\.mjs/);
  await threads.end();
});

describe('the command line as files', () => {
  it('is made anew when a source has changed, and not before', () => {
    const before = statSync(made).mtimeMs;
    expect(execFileSync(process.execPath, ['cli/even-blush.mjs', '--version'], { encoding: 'utf8' })).toMatch(
      /^\d+\.\d+\.\d+\s*$/,
    );
    expect(statSync(made).mtimeMs).toBe(before);
    const source = new URL('usage.ts', import.meta.url);
    const { atime } = statSync(source);
    utimesSync(source, atime, new Date());
    execFileSync(process.execPath, ['cli/even-blush.mjs', '--version']);
    expect(statSync(made).mtimeMs).toBeGreaterThan(before);
  });
});
