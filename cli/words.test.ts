import { spawn } from 'node:child_process';
import { copyFile, readFile, readdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { DOCUMENT_VERSION } from '#core/document/schema';
import { commandLine, photoAt, planFor, words } from '../tests/fixtures/commandLine';
import { areaNamed } from '../tests/fixtures/documents';
import { mark, step } from '../tests/fixtures/plans';
import { main } from './main';

const at = commandLine();

describe('what the command line says', () => {
  it('names the folder that is not there, not the photo', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
    const blocked = join(at.folder, 'file');
    await writeFile(blocked, 'a file');
    expect(await main(['apply', await planFor(at.folder, photo), photo, '--out', join(blocked, 'out')])).toBe(
      1,
    );
    expect(at.failed.at(-1)).toContain(`${join(blocked, 'out')}: a file stands where a folder is needed`);
  });

  it('prints JSON when the plan is missing, is none, or begins with a byte-order mark', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
    expect(await main(['apply', join(at.folder, 'none.json'), photo, '--out', at.folder, '--json'])).toBe(1);
    expect(JSON.parse(at.said[0]!)).toEqual([
      expect.objectContaining({ message: expect.stringContaining('there is no such file') }),
    ]);
    const plan = await planFor(at.folder, photo);
    const marked = join(at.folder, 'marked.json');
    await writeFile(marked, `\uFEFF${await readFile(plan, 'utf8')}`);
    expect(await main(['apply', marked, photo, '--out', join(at.folder, 'out')])).toBe(0);
    for (const schema of [0, -5, 2.5]) {
      await writeFile(
        marked,
        (await readFile(plan, 'utf8')).replace(`"schema":${DOCUMENT_VERSION}`, `"schema":${schema}`),
      );
      expect(await main(['apply', marked, photo, '--out', at.folder])).toBe(1);
      expect(at.failed.at(-1)).toContain('schema does not fit');
    }
  });

  it('does not apply a plan whose coverage is missing', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
    const picture = mark('picture', { file: 'hair.png', plate: 'gone' });
    const area = { ...areaNamed('area', 'hair', [picture]), name: 'Hair' };
    const plan = await planFor(at.folder, photo, {
      areas: [area],
      plan: [step('clear', { brighten: 0.5, clear: 1 })],
    });
    expect(await main(['apply', plan, photo, '--out', join(at.folder, 'out')])).toBe(1);
    expect(at.failed.at(-1)).toContain('the coverage of Hair cannot be used (it is missing from the plan');
  });

  it('does not say that nothing is off where nobody was found', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
    expect(await main(['plan', photo, '--mend', '--out', join(at.folder, 'mend.json')])).toBe(1);
    expect(at.failed.at(-1)).toContain('no face was found');
    expect(await main(['check', photo])).toBe(0);
    expect(at.said.at(-1)).toContain('no face was found');
  });

  it.each([
    ['apply p a --out o --quality 0', '--quality is a whole number from 1 to 100'],
    ['read a.jpg --at ,', '--at wants X,Y'],
    ['read a.jpg --at 5,', '--at wants X,Y'],
    ['read a.jpg --sitter 0', '--sitter is a whole number from 1 on'],
  ])('“%s”: %s', async (line, sentence) => {
    expect(await main(words(line))).toBe(2);
    expect(at.failed.join()).toContain(sentence);
  });

  it('goes on when nobody reads what it prints', async () => {
    const photos = [await photoAt(join(at.folder, 'a.jpg')), await photoAt(join(at.folder, 'b.jpg'))];
    await copyFile(photos[0]!, join(at.folder, 'c.jpg'));
    const plan = await planFor(at.folder, photos[0]!);
    const out = join(at.folder, 'out');
    const child = spawn(process.execPath, [
      'cli/even-blush.mjs',
      'apply',
      plan,
      ...photos,
      join(at.folder, 'c.jpg'),
      '--out',
      out,
    ]);
    child.stdout.destroy();
    let errors = '';
    child.stderr.on('data', (text) => (errors += text));
    expect(await new Promise((done) => child.on('exit', done))).toBe(0);
    expect(errors).not.toContain('EPIPE');
    expect((await readdir(out)).sort()).toEqual(['a.jpg', 'b.jpg', 'c.jpg']);
  });

  it('explains itself, and each command, and ends with 0', async () => {
    for (const line of ['--help', '-h', 'help', 'help nothing']) {
      expect(await main(words(line))).toBe(0);
      for (const command of ['find', 'read', 'check', 'plan', 'apply'])
        expect(at.said.at(-1)).toContain(`npx even-blush ${command} `);
    }
    for (const command of ['find', 'read', 'check', 'plan', 'apply']) {
      expect(await main([command, '--help'])).toBe(0);
      expect(at.said.at(-1)!.match(/npx even-blush/g)).toHaveLength(
        ['plan', 'apply'].includes(command) ? 2 : 1,
      );
      expect(at.said.at(-1)).toContain(`npx even-blush ${command} `);
    }
    expect(await main(['--version'])).toBe(0);
    expect(at.said.at(-1)).toMatch(/^\d+\.\d+\.\d+$/);
    expect(at.failed).toEqual([]);
  });
});
