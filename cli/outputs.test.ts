import { spawn } from 'node:child_process';
import { readFile, readdir, symlink, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { DOCUMENT_VERSION } from '#core/document/schema';
import { commandLine, photoAt, planFor } from '../tests/fixtures/commandLine';
import { main } from './main';

const at = commandLine();

describe('what the command line writes', () => {
  it('never lies on a photo that it reads, by whatever way that is named', async () => {
    const photo = await photoAt(join(at.folder, 'own', 'p.jpg'));
    const before = await readFile(photo);
    const plan = await planFor(at.folder, photo);
    await symlink(join(at.folder, 'own'), join(at.folder, 'link'));
    for (const out of [
      join(at.folder, 'own'),
      join(at.folder, 'link'),
      join(at.folder, 'own', '..', 'own'),
    ]) {
      expect(await main(['apply', plan, photo, '--out', out])).toBe(0);
    }
    expect(await readFile(photo)).toEqual(before);
    expect((await readdir(join(at.folder, 'own'))).sort()).toEqual(['p-2.jpg', 'p.jpg']);
  });

  it('gives photos of one name in one folder a number each', async () => {
    const photos = [
      await photoAt(join(at.folder, 'a', 'p.jpg')),
      await photoAt(join(at.folder, 'b', 'p.jpg'), '#405060'),
    ];
    const out = join(at.folder, 'out');
    expect(
      await main(['apply', await planFor(at.folder, photos[0]!), ...photos, '--out', out, '--json']),
    ).toBe(0);
    const files = (JSON.parse(at.said[0]!) as { result: { file: string } }[]).map(
      ({ result }) => result.file,
    );
    expect(files).toEqual([join(out, 'p.jpg'), join(out, 'p-2.jpg')]);
    const colours = await Promise.all(
      files.map(async (file) => [...(await sharp(file).raw().toBuffer()).subarray(0, 3)]),
    );
    expect(colours[0]).not.toEqual(colours[1]);
  });

  it('a plan is not written onto a file that is none, and makes the folder that it goes into', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
    const mask = join(at.folder, 'mask.png');
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
      expect(at.failed.at(-1)).toContain('is there already and was not written here');
    }
    const deep = join(at.folder, 'plans', 'spring', 'p.json');
    for (let run = 0; run < 2; run++) expect(await main(words(deep))).toBe(0);
    expect(JSON.parse(await readFile(deep, 'utf8')).schema).toBe(DOCUMENT_VERSION);
  });

  it('find: folders of one name get a number, what was changed by hand since stays', async () => {
    const faceless = [
      await photoAt(join(at.folder, 'a', 'p.jpg')),
      await photoAt(join(at.folder, 'b', 'p.jpg')),
    ];
    const out = join(at.folder, 'out');
    expect(await main(['find', ...faceless, '--out', out])).toBe(0);
    expect(at.said.join()).toContain('no face was found');
    expect((await readdir(out)).sort()).toEqual(['p', 'p-2']);
    await main(['find', faceless[0]!, '--out', out]);
    expect((await readdir(out)).sort()).toEqual(['p', 'p-2']);
    await writeFile(join(out, 'p', 'notes.txt'), 'hair by hand');
    await main(['find', faceless[0]!, '--out', out]);
    expect(await readFile(join(out, 'p', 'notes.txt'), 'utf8')).toBe('hair by hand');
    expect(JSON.parse(await readFile(join(out, 'p-2', 'find.json'), 'utf8')).sitters).toEqual([]);
  });

  it('interrupted at any time, nothing stands under a final name that is not whole', async () => {
    const large = join(at.folder, 'large.png');
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
    const plan = await planFor(at.folder, large);
    const out = join(at.folder, 'out');
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
  });
});

describe('several commands at once', () => {
  it('write the same', async () => {
    const photo = join(at.folder, 'p.jpg');
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
    const plan = await planFor(at.folder, photo);
    const outs = Array.from({ length: 4 }, (_, n) => join(at.folder, `out-${n}`));
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
  });
});
