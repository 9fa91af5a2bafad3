import { spawn } from 'node:child_process';
import { readFile, readdir, rm, utimes, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it, vi } from 'vitest';
import { commandLine, photoAt, planFor } from '../tests/fixtures/commandLine';
import { ClaimsInOrder } from './claims';
import { main } from './main';

const at = commandLine();
const photosAt = (names: readonly string[]) =>
  Promise.all(names.map((name, n) => photoAt(join(at.folder, name), `#40${(20 + n).toString()}60`)));
const colourOf = async (file: string) => [...(await sharp(file).raw().toBuffer()).subarray(0, 3)];

describe('several files at a time', () => {
  it('give what one at a time gives, under the same names', async () => {
    const photos = await photosAt(['a/p.jpg', 'b/p.jpg', 'c/q.jpg']);
    const plan = await planFor(at.folder, photos[0]!, { plan: [] });
    const colours: number[][][] = [];
    for (const workers of ['1', '2']) {
      const out = join(at.folder, `out-${workers}`);
      const words = ['apply', plan, ...photos, '--out', out, '--format', 'png', '--workers', workers];
      expect(await main(words), at.failed.join()).toBe(0);
      expect((await readdir(out)).sort()).toEqual(['p-2.png', 'p.png', 'q.png']);
      colours.push(await Promise.all(['p', 'p-2', 'q'].map((name) => colourOf(join(out, `${name}.png`)))));
    }
    expect(colours[1]).toEqual(colours[0]);
    expect(colours[0]).toEqual(await Promise.all(photos.map(colourOf)));
  });

  it('say what failed and why as one at a time does', async () => {
    const [good] = await photosAt(['good.jpg']);
    const bad = join(at.folder, 'bad.jpg');
    await writeFile(bad, 'no photo');
    const said: string[] = [];
    for (const workers of ['1', '2']) {
      const words = ['read', good!, bad, join(at.folder, 'none.jpg'), '--at', '5,5', '--workers', workers];
      expect(await main(words)).toBe(1);
      said.push([...at.said, ...at.failed].sort().join('\n'));
      at.said.length = at.failed.length = 0;
    }
    expect(said[1]).toBe(said[0]);
    expect(said[0]).toMatch(/bad\.jpg is not a photo/);
    expect(said[0]).toMatch(/none\.jpg: there is no such file/);
  });

  it('plans of several photos have their photos’ names', async () => {
    const photos = await photosAt(['a/p.jpg', 'b/p.jpg']);
    const mask = join(at.folder, 'mask.png');
    await sharp({ create: { width: 60, height: 40, channels: 3, background: '#fff' } })
      .greyscale()
      .png()
      .toFile(mask);
    const out = join(at.folder, 'plans');
    const words = ['plan', ...photos, '--mask', `hair=${mask}`, '--hair', '#884422', '--out', out];
    for (let run = 0; run < 2; run++) expect(await main([...words, '--workers', '1'])).toBe(0);
    expect((await readdir(out)).sort()).toEqual(['p-2.json', 'p.json']);
  });
});

describe('a run that was stopped', () => {
  it('is gone on with by the same command, and nothing half-written stays', async () => {
    const names = Array.from({ length: 12 }, (_, n) => `p${n}.jpg`);
    const photos = await photosAt(names);
    const plan = await planFor(at.folder, photos[0]!, { plan: [] });
    const out = join(at.folder, 'out');
    const words = ['apply', plan, ...photos, '--out', out, '--format', 'png', '--workers', '2'];
    const run = spawn(process.execPath, ['cli/even-blush.mjs', ...words], { detached: true });
    await new Promise<void>((resolve) => run.stdout.once('data', () => resolve()));
    process.kill(-run.pid!, 'SIGINT');
    await new Promise((resolve) => run.once('exit', resolve));
    // Its helpers end a moment after it.
    await vi.waitFor(async () => {
      const left = await readdir(out);
      expect(left.filter((name) => name.endsWith('.unfinished'))).toEqual([]);
    }, 5000);
    expect(await main(words)).toBe(0);
    expect((await readdir(out)).sort()).toEqual(names.map((name) => name.replace('jpg', 'png')).sort());
    const before = at.said.filter((line) => line.endsWith('done before'));
    expect(before.length).toBeGreaterThan(0);
    expect(at.said).toHaveLength(12);
  });

  it('does again what changed since, or is not there any more; with other options, all', async () => {
    const photos = await photosAt(['p.jpg', 'q.jpg', 'r.jpg', 's.jpg']);
    const bad = join(at.folder, 'bad.jpg');
    await writeFile(bad, 'no photo');
    const plan = await planFor(at.folder, photos[0]!, { plan: [] });
    const out = join(at.folder, 'out');
    const again = async (...more: string[]) => {
      at.said.length = 0;
      expect(await main(['apply', plan, ...photos, bad, '--out', out, '--workers', '1', ...more])).toBe(1);
      return at.said.filter((line) => line.endsWith('done before')).length;
    };
    expect([await again(), await again()]).toEqual([0, 4]);
    await utimes(photos[1]!, new Date(), new Date(Date.now() + 5000));
    await rm(join(out, 'r.jpg'));
    expect([await again(), await again()]).toEqual([2, 4]);
    expect((await readdir(out)).filter((name) => /^\w/.test(name)).sort()).toEqual([
      'p.jpg',
      'q.jpg',
      'r.jpg',
      's.jpg',
    ]);
    expect(await again('--quality', '50')).toBe(0);
    const text = await readFile(plan, 'utf8');
    expect(await again('--quality', '50')).toBe(4);
    await writeFile(plan, `${text}\n`);
    expect(await again('--quality', '50')).toBe(0);
    // A line that was cut tells nothing.
    const log = join(out, '.even-blush-unfinished.jsonl');
    await writeFile(log, (await readFile(log, 'utf8')).slice(0, -20));
    expect(await again('--quality', '50')).toBe(3);
  });
});

it('a path is claimed in the order of the files, among those of one name', async () => {
  const claims = new ClaimsInOrder(['a/p.jpg', 'b/p.jpg', 'q.jpg', 'c/p.jpg'], ['/taken']);
  const order: string[] = [];
  const claim = async (n: number, path: string) => {
    const got = await claims.claim(n, path);
    order.push(`${n} ${path} ${got}`);
  };
  const all = [claim(3, '/p-2'), claim(1, '/p'), claim(2, '/q'), claim(2, '/taken')];
  await Promise.all(all.slice(2));
  expect(order).toEqual(['2 /q true', '2 /taken false']);
  await claim(0, '/p');
  await all[1];
  expect(order.slice(2)).toEqual(['0 /p true', '1 /p false']);
  claims.ended(1);
  await all[0];
  expect(order.at(-1)).toBe('3 /p-2 true');
});
