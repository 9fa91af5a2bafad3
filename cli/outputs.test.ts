import { spawn } from 'node:child_process';
import { copyFile, mkdir, mkdtemp, readFile, readdir, symlink, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { newPhoto } from '#core/document/commands';
import { DOCUMENT_VERSION, NO_EDGE_CARE } from '#core/document/schema';
import type { Area, Photo } from '#core/document/schema';
import { mark, step } from '../tests/fixtures/plans';
import { main } from './main';
import { openPhotoFile } from './photoFile';

let said: string[];
let failed: string[];
let folder: string;
beforeEach(async () => {
  said = [];
  failed = [];
  folder = await mkdtemp(join(tmpdir(), 'even-blush-'));
  vi.spyOn(console, 'log').mockImplementation((text) => void said.push(String(text)));
  vi.spyOn(console, 'error').mockImplementation((text) => void failed.push(String(text)));
});
afterEach(() => vi.restoreAllMocks());

async function photoAt(path: string, background = '#c8a58c'): Promise<string> {
  await mkdir(resolve(path, '..'), { recursive: true });
  await sharp({ create: { width: 60, height: 40, channels: 3, background } })
    .jpeg()
    .toFile(path);
  return path;
}

/** A plan with one step on the whole picture, or what is given. */
async function planFor(photo: string, change: Partial<Photo> = {}, more: object = {}): Promise<string> {
  const { sha256, pyramid, name } = await openPhotoFile(photo);
  const clear = { ...step('clear', { brighten: 0.5, clear: 1 }), areaId: null };
  const document: Photo = {
    ...newPhoto({ id: sha256, file: name, width: pyramid.width, height: pyramid.height }),
    plan: [clear],
    ...change,
  };
  const path = join(folder, 'plan.json');
  await writeFile(path, JSON.stringify({ schema: DOCUMENT_VERSION, photo: document, coverage: {}, ...more }));
  return path;
}

describe('what the command line writes', () => {
  it('never lies on a photo that it reads, by whatever way that is named', async () => {
    const photo = await photoAt(join(folder, 'own', 'p.jpg'));
    const before = await readFile(photo);
    const plan = await planFor(photo);
    await symlink(join(folder, 'own'), join(folder, 'link'));
    for (const out of [join(folder, 'own'), join(folder, 'link'), join(folder, 'own', '..', 'own')]) {
      expect(await main(['apply', plan, photo, '--out', out])).toBe(0);
    }
    expect(await readFile(photo)).toEqual(before);
    expect((await readdir(join(folder, 'own'))).sort()).toEqual(['p-2.jpg', 'p.jpg']);
  });

  it('gives photos of one name in one folder a number each', async () => {
    const photos = [
      await photoAt(join(folder, 'a', 'p.jpg')),
      await photoAt(join(folder, 'b', 'p.jpg'), '#405060'),
    ];
    const out = join(folder, 'out');
    expect(await main(['apply', await planFor(photos[0]!), ...photos, '--out', out, '--json'])).toBe(0);
    const files = (JSON.parse(said[0]!) as { result: { file: string } }[]).map(({ result }) => result.file);
    expect(files).toEqual([join(out, 'p.jpg'), join(out, 'p-2.jpg')]);
    const colours = await Promise.all(
      files.map(async (file) => [...(await sharp(file).raw().toBuffer()).subarray(0, 3)]),
    );
    expect(colours[0]).not.toEqual(colours[1]);
  });

  it('replaces what an earlier run wrote, and nothing that came from elsewhere', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    const plan = await planFor(photo);
    const out = join(folder, 'out');
    for (const format of ['jpeg', 'png', 'png16', 'tiff16', 'webp']) {
      for (let run = 0; run < 2; run++)
        expect(await main(['apply', plan, photo, '--out', out, '--format', format])).toBe(0);
    }
    expect((await readdir(out)).sort()).toEqual(['p.jpg', 'p.png', 'p.tiff', 'p.webp']);
    const other = join(folder, 'other');
    const foreign = await photoAt(join(other, 'p.jpg'), '#112233');
    const before = await readFile(foreign);
    expect(await main(['apply', plan, photo, '--out', other])).toBe(0);
    expect(await readFile(foreign)).toEqual(before);
    expect((await readdir(other)).sort()).toEqual(['p-2.jpg', 'p.jpg']);
  });

  it('a plan is not written onto a file that is none, and makes the folder that it goes into', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    const mask = join(folder, 'mask.png');
    await sharp({ create: { width: 60, height: 40, channels: 3, background: '#fff' } })
      .greyscale()
      .png()
      .toFile(mask);
    const words = (out: string) => [
      'plan',
      photo,
      '--mask',
      `hair=${mask}`,
      '--hair',
      '#884422',
      '--out',
      out,
    ];
    for (const out of [photo, mask]) {
      const before = await readFile(out);
      expect(await main(words(out))).toBe(1);
      expect(await readFile(out)).toEqual(before);
      expect(failed.at(-1)).toContain('is there already and is not a plan');
    }
    const deep = join(folder, 'plans', 'spring', 'p.json');
    for (let run = 0; run < 2; run++) expect(await main(words(deep))).toBe(0);
    expect(JSON.parse(await readFile(deep, 'utf8')).schema).toBe(DOCUMENT_VERSION);
  });

  it('find: folders of one name get a number, what was changed by hand since stays', async () => {
    const faceless = [await photoAt(join(folder, 'a', 'p.jpg')), await photoAt(join(folder, 'b', 'p.jpg'))];
    const out = join(folder, 'out');
    expect(await main(['find', ...faceless, '--out', out])).toBe(0);
    expect(said.join()).toContain('no face was found');
    expect((await readdir(out)).sort()).toEqual(['p', 'p-2']);
    await main(['find', faceless[0]!, '--out', out]);
    expect((await readdir(out)).sort()).toEqual(['p', 'p-2']);
    await writeFile(join(out, 'p', 'notes.txt'), 'hair by hand');
    await main(['find', faceless[0]!, '--out', out]);
    expect(await readFile(join(out, 'p', 'notes.txt'), 'utf8')).toBe('hair by hand');
    expect(JSON.parse(await readFile(join(out, 'p-2', 'find.json'), 'utf8')).sitters).toEqual([]);
  }, 60_000);

  it('interrupted at any time, nothing stands under a final name that is not whole', async () => {
    const large = join(folder, 'large.png');
    await sharp({
      create: {
        width: 3000,
        height: 2000,
        channels: 3,
        background: '#885544',
        noise: { type: 'gaussian', mean: 128, sigma: 30 },
      },
    })
      .png()
      .toFile(large);
    const plan = await planFor(large);
    const out = join(folder, 'out');
    for (const after of [1500, 2500, 3500, 4500]) {
      const child = spawn(process.execPath, [
        'cli/even-blush.mjs',
        'apply',
        plan,
        large,
        '--out',
        out,
        '--format',
        'png16',
      ]);
      const ended = new Promise<number | null>((done) => child.on('exit', done));
      setTimeout(() => child.kill('SIGINT'), after);
      await ended;
      for (const name of await readdir(out).catch(() => [])) {
        expect(name).toBe('large.png');
        expect((await sharp(join(out, name)).raw().toBuffer()).length).toBe(3000 * 2000 * 3);
      }
    }
  }, 60_000);
});

describe('several commands at once', () => {
  it('write the same', async () => {
    const photo = join(folder, 'p.jpg');
    await sharp({
      create: {
        width: 400,
        height: 300,
        channels: 3,
        background: '#885544',
        noise: { type: 'gaussian', mean: 128, sigma: 20 },
      },
    })
      .jpeg()
      .toFile(photo);
    const plan = await planFor(photo);
    const outs = Array.from({ length: 4 }, (_, n) => join(folder, `out-${n}`));
    const codes = await Promise.all(
      outs.map(
        (out) =>
          new Promise((done) =>
            spawn(
              process.execPath,
              ['cli/even-blush.mjs', 'apply', plan, photo, '--out', out, '--format', 'png'],
              { stdio: 'ignore' },
            ).on('exit', done),
          ),
      ),
    );
    expect(codes).toEqual([0, 0, 0, 0]);
    const files = await Promise.all(outs.map((out) => readFile(join(out, 'p.png'))));
    for (const file of files) expect(file.equals(files[0]!)).toBe(true);
  }, 60_000);
});

describe('plans that ask for too much', () => {
  const area = (id: string, marks: Area['marks']): Area => ({
    id,
    name: id,
    part: 'other',
    sitter: null,
    inverted: false,
    edgeCare: NO_EDGE_CARE,
    marks,
  });
  const clear = (areaId: string) => ({ ...step('clear', { brighten: 0.5, clear: 1 }), areaId });
  const round = (count: number) =>
    Array.from({ length: count }, (_, n): [number, number] => [
      30 + 25 * Math.cos(n),
      20 + 15 * Math.sin(1.7 * n),
    ]);

  it('are refused in a sentence where they go beyond what a document holds', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    const lasso = mark('lasso', { loops: Array.from({ length: 20 }, () => round(20_000)) });
    const readings = Array.from({ length: 200_000 }, (_, n) => ({
      id: `r${n}`,
      areaId: 'a',
      rung: 'light' as const,
      x: 5,
      y: 5,
      size: 3,
    }));
    const strokes = Array.from({ length: 30 }, () => ({
      takes: true,
      radius: 5,
      fade: 0.5,
      build: 1,
      points: round(20_000).map(([x, y]) => [x, y, 0.5]),
    }));
    const cases: [Partial<Photo>, string][] = [
      [{ areas: [area('a', [lasso])] }, 'has more than 50000 points in all'],
      [{ areas: [area('a', [])], readings }, 'readings does not fit'],
      [
        { areas: [area('a', [{ ...mark('brush', { strokes } as never), version: 2 }])] },
        'has more than 400000 points in all',
      ],
      [{ areas: [area('a', []), area('a', [])] }, 'is the id of another entry too'],
    ];
    for (const [change, sentence] of cases) {
      const began = performance.now();
      expect(
        await main(['apply', await planFor(photo, { plan: [], ...change }), photo, '--out', folder]),
      ).toBe(1);
      expect(failed.at(-1)).toContain(sentence);
      expect(performance.now() - began).toBeLessThan(5000);
    }
  }, 60_000);

  it('and are done in seconds where they do not', async () => {
    const photo = join(folder, 'p.jpg');
    await sharp({ create: { width: 600, height: 400, channels: 3, background: '#885544' } })
      .jpeg()
      .toFile(photo);
    const wide = round(20_000).map(([x, y]): [number, number] => [10 * x, 10 * y]);
    const brush = {
      ...mark('brush', {
        strokes: [{ takes: true, radius: 90, fade: 1, build: 1, points: wide.map(([x, y]) => [x, y, 0.5]) }],
      } as never),
      version: 2,
    };
    const areas = [
      area('a0', [brush]),
      ...Array.from({ length: 18 }, (_, n) =>
        area(
          `a${n + 1}`,
          ['x', 'y'].map((id) => ({ ...mark('area', { areaId: `a${n}` }), id })),
        ),
      ),
    ];
    const lasso = [
      area('l', [mark('lasso', { loops: [wide, wide.map(([x, y]): [number, number] => [y, x])] })]),
    ];
    for (const change of [
      { areas, plan: [clear('a18')] },
      { areas: lasso, plan: [clear('l')] },
    ]) {
      const began = performance.now();
      expect(await main(['apply', await planFor(photo, change), photo, '--out', join(folder, 'out')])).toBe(
        0,
      );
      expect(performance.now() - began).toBeLessThan(20_000);
    }
  }, 60_000);
});

describe('what the command line says', () => {
  it('names the folder that is not there, not the photo', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    const blocked = join(folder, 'file');
    await writeFile(blocked, 'a file');
    expect(await main(['apply', await planFor(photo), photo, '--out', join(blocked, 'out')])).toBe(1);
    expect(failed.at(-1)).toContain(`${join(blocked, 'out')}: a file stands where a folder is needed`);
  });

  it('prints JSON when the plan is missing, is none, or begins with a byte-order mark', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    expect(await main(['apply', join(folder, 'none.json'), photo, '--out', folder, '--json'])).toBe(1);
    expect(JSON.parse(said[0]!)).toEqual([
      expect.objectContaining({ message: expect.stringContaining('there is no such file') }),
    ]);
    const plan = await planFor(photo);
    const marked = join(folder, 'marked.json');
    await writeFile(marked, `\uFEFF${await readFile(plan, 'utf8')}`);
    expect(await main(['apply', marked, photo, '--out', join(folder, 'out')])).toBe(0);
    for (const schema of [0, -5, 2.5]) {
      await writeFile(
        marked,
        (await readFile(plan, 'utf8')).replace(`"schema":${DOCUMENT_VERSION}`, `"schema":${schema}`),
      );
      expect(await main(['apply', marked, photo, '--out', folder])).toBe(1);
      expect(failed.at(-1)).toContain('schema does not fit');
    }
  });

  it('does not apply a plan whose coverage is missing', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    const picture = mark('picture', { file: 'hair.png', plate: 'gone' });
    const area: Area = {
      id: 'area',
      name: 'Hair',
      part: 'hair',
      sitter: null,
      inverted: false,
      edgeCare: NO_EDGE_CARE,
      marks: [picture],
    };
    const plan = await planFor(photo, { areas: [area], plan: [step('clear', { brighten: 0.5, clear: 1 })] });
    expect(await main(['apply', plan, photo, '--out', join(folder, 'out')])).toBe(1);
    expect(failed.at(-1)).toContain('the coverage of Hair cannot be used (it is missing from the plan');
  });

  it('does not say that nothing is off where nobody was found', async () => {
    const photo = await photoAt(join(folder, 'p.jpg'));
    expect(await main(['plan', photo, '--mend', '--out', join(folder, 'mend.json')])).toBe(1);
    expect(failed.at(-1)).toContain('no face was found');
    expect(await main(['check', photo])).toBe(0);
    expect(said.at(-1)).toContain('no face was found');
  }, 30_000);

  it.each([
    [['apply', 'p', 'a', '--out', 'o', '--quality', '0'], '--quality is a whole number from 1 to 100'],
    [['read', 'a.jpg', '--at', ','], '--at wants X,Y'],
    [['read', 'a.jpg', '--at', '5,'], '--at wants X,Y'],
    [['read', 'a.jpg', '--sitter', '0'], '--sitter is a whole number from 1 on'],
  ])('%j: %s', async (words, sentence) => {
    expect(await main(words)).toBe(2);
    expect(failed.join()).toContain(sentence);
  });

  it('goes on when nobody reads what it prints', async () => {
    const photos = [await photoAt(join(folder, 'a.jpg')), await photoAt(join(folder, 'b.jpg'))];
    await copyFile(photos[0]!, join(folder, 'c.jpg'));
    const plan = await planFor(photos[0]!);
    const out = join(folder, 'out');
    const child = spawn(process.execPath, [
      'cli/even-blush.mjs',
      'apply',
      plan,
      ...photos,
      join(folder, 'c.jpg'),
      '--out',
      out,
    ]);
    child.stdout.destroy();
    let errors = '';
    child.stderr.on('data', (text) => (errors += text));
    expect(await new Promise((done) => child.on('exit', done))).toBe(0);
    expect(errors).not.toContain('EPIPE');
    expect((await readdir(out)).sort()).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
  }, 30_000);
});
