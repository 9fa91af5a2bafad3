import { mkdtemp, readFile, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { portraitPath } from '../tests/fixtures/truth';
import { UsageError, parseCommand } from './arguments';
import { main } from './main';

let said: string[], failed: string[];
beforeEach(() => {
  said = [];
  failed = [];
  vi.spyOn(console, 'log').mockImplementation((text) => void said.push(String(text)));
  vi.spyOn(console, 'error').mockImplementation((text) => void failed.push(String(text)));
});
afterEach(() => vi.restoreAllMocks());

describe('arguments', () => {
  it.each([
    [['read', 'a.jpg', '--at', '10,20'], { command: 'read', files: ['a.jpg'], at: [{ x: 10, y: 20, size: 31 }] }],
    [['find', 'a.jpg', 'b.jpg', '--out', 'o', '--tiles', '--json'], { command: 'find', files: ['a.jpg', 'b.jpg'], out: 'o', tiles: true, json: true }],
    [['apply', 'p.json', 'a.jpg', '--out', 'o', '--quality', '80'], { command: 'apply', files: ['p.json', 'a.jpg'], quality: 80 }],
  ])('%j are understood', (words, command) => expect(parseCommand(words)).toMatchObject(command));

  it.each([[[]], [['paint', 'a.jpg']], [['find', 'a.jpg']], [['find', '--out', 'o']], [['read', 'a.jpg', '--at', 'here']], [['read', 'a.jpg', '--at', '1,2,3.5']], [['apply', 'p.json', '--out', 'o']], [['find', 'a.jpg', '--out', 'o', '--at', '1,2']], [['read', 'a.jpg', '--nonsense']]])(
    '%j are refused', (words) => expect(() => parseCommand(words)).toThrow(UsageError),
  );
});

describe('command line', () => {
  it('ends with 2 and says how it is used', async () => {
    expect(await main(['paint'])).toBe(2);
    expect(failed.join()).toContain('npx even-blush find');
  });

  it('reads the good photo beside bad ones, and ends with 1', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'even-blush-')), text = join(folder, 'text.jpg');
    await writeFile(text, 'this is text');
    expect(await main(['read', text, join(folder, 'none.jpg'), portraitPath('marit', 'photo'), '--at', '520,620,21', '--json'])).toBe(1);
    const [bad, missing, good] = JSON.parse(said[0]!);
    expect([bad.error, missing.message]).toEqual(['photo-file', expect.stringContaining('there is no such file')]);
    const { data } = await sharp(portraitPath('marit', 'photo')).extract({ left: 510, top: 610, width: 21, height: 21 }).raw().toBuffer({ resolveWithObject: true });
    const mean = [0, 1, 2].map((channel) => data.filter((_, i) => i % 3 === channel).reduce((sum, value) => sum + value, 0) / 441);
    good.result[0].rgb8.forEach((value: number, channel: number) => expect(Math.abs(value - mean[channel]!)).toBeLessThan(3));
  });

  it('finds: a grey PNG of the photo’s size for each part, and what it is unsure of', async () => {
    const folder = await mkdtemp(join(tmpdir(), 'even-blush-')), small = join(folder, 'small.jpg');
    await sharp(portraitPath('marit', 'photo')).resize({ width: 540 }).jpeg({ quality: 95 }).toFile(small);
    expect(await main(['find', small, '--out', folder])).toBe(0);
    const written = JSON.parse(await readFile(join(folder, 'small', 'find.json'), 'utf8'));
    expect(written.sitters[0].parts.map(({ part }: { part: string }) => part)).toEqual(expect.arrayContaining(['skin', 'face', 'neck-limbs', 'lips', 'iris-left', 'iris-right', 'whites', 'brows', 'hair', 'clothes']));
    for (const { file } of [...written.sitters[0].parts, { file: written.background }]) {
      expect(await sharp(join(folder, 'small', file)).metadata()).toMatchObject({ width: 540, height: 675, channels: 1, depth: 'uchar' });
    }
    expect(said.join()).toContain('sitter 1: skin');
  }, 60_000);
});
