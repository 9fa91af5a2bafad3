import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { PlanFile } from '#core/formats/planFile';
import { commandLine, words } from '../tests/fixtures/commandLine';
import { portraitPath, truthMask } from '../tests/fixtures/truth';
import { UsageError, parseCommand } from './arguments';
import { main } from './main';

const at = commandLine();

describe('arguments', () => {
  it.each([
    ['read a.jpg --at 10,20', { command: 'read', files: ['a.jpg'], at: [{ x: 10, y: 20, size: 31 }] }],
    [
      'find a.jpg b.jpg --out o --tiles --json',
      { command: 'find', files: ['a.jpg', 'b.jpg'], out: 'o', tiles: true, json: true },
    ],
    [
      'apply p.json a.jpg --out o --quality 80',
      { command: 'apply', files: ['p.json', 'a.jpg'], quality: 80 },
    ],
    [
      'plan a.jpg --skin-hue 26,23,16 --evenness 70,50,30 --sitter 2 --out p.json',
      { command: 'plan', skinHue: [26, 23, 16], evenness: [70, 50, 30], sitter: 2, mend: false },
    ],
    [
      'plan a.jpg --match-skin b.jpg=m.png --mask skin=s.png --iris grey --out p.json',
      { matchSkin: { photo: 'b.jpg', mask: 'm.png' }, mask: [{ part: 'skin', file: 's.png' }], iris: 'grey' },
    ],
    ['check a.jpg --mask face=f.png', { command: 'check', mask: [{ part: 'face', file: 'f.png' }] }],
  ])('“%s” is understood', (line, command) => expect(parseCommand(words(line))).toMatchObject(command));

  it.each([
    '',
    'paint a.jpg',
    'find a.jpg',
    'find --out o',
    'read a.jpg --at here',
    'read a.jpg --at 1,2,3.5',
    'apply p.json --out o',
    'find a.jpg --out o --at 1,2',
    'read a.jpg --nonsense',
    'plan a.jpg --out p --skin-hue 1,2',
    'plan a.jpg --out p --evenness 1,2,300',
    'plan a.jpg --out p --mask nose=n.png',
  ])('“%s” is refused', (line) => expect(() => parseCommand(words(line))).toThrow(UsageError));
});

describe('command line', () => {
  it('ends with 2 and says how it is used', async () => {
    expect(await main(['paint'])).toBe(2);
    expect(at.failed.join()).toContain('npx even-blush find');
  });

  it('reads the good photo beside bad ones, and ends with 1', async () => {
    const { folder } = at;
    const text = join(folder, 'text.jpg');
    await writeFile(text, 'this is text');
    expect(
      await main(
        words(
          `read ${text} ${join(folder, 'none.jpg')} ${portraitPath('marit', 'photo')} --at 520,620,21 --json`,
        ),
      ),
    ).toBe(1);
    const [bad, missing, good] = JSON.parse(at.said[0]!);
    expect([bad.error, missing.message]).toEqual([
      'photo-file',
      expect.stringContaining('there is no such file'),
    ]);
    const { data } = await sharp(portraitPath('marit', 'photo'))
      .extract({ left: 510, top: 610, width: 21, height: 21 })
      .raw()
      .toBuffer({ resolveWithObject: true });
    const mean = [0, 1, 2].map(
      (channel) => data.filter((_, i) => i % 3 === channel).reduce((sum, value) => sum + value, 0) / 441,
    );
    good.result.patches[0].rgb8.forEach((value: number, channel: number) =>
      expect(Math.abs(value - mean[channel]!)).toBeLessThan(3),
    );
  });

  it('finds: a grey PNG of the photo’s size for each part, and what it is unsure of', async () => {
    const { folder } = at;
    const small = join(folder, 'small.jpg');
    await sharp(portraitPath('marit', 'photo')).resize({ width: 540 }).jpeg({ quality: 95 }).toFile(small);
    expect(await main(['find', small, '--out', folder])).toBe(0);
    const written = JSON.parse(await readFile(join(folder, 'small', 'find.json'), 'utf8'));
    expect(written.sitters[0].parts.map(({ part }: { part: string }) => part)).toEqual(
      expect.arrayContaining(
        words('skin face neck-limbs lips iris-left iris-right whites brows hair clothes'),
      ),
    );
    for (const { file } of [...written.sitters[0].parts, { file: written.background }]) {
      expect(await sharp(join(folder, 'small', file)).metadata()).toMatchObject({
        width: 540,
        height: 675,
        channels: 1,
        depth: 'uchar',
      });
    }
    expect(at.said.join()).toContain('sitter 1: skin');
  });

  it('plans by given masks and applies: hue on target, eyes recoloured, all else to the bit; 16 bits', async () => {
    const { folder } = at;
    const mask = async (name: string, ...parts: string[]) => {
      const file = join(folder, `${name}.png`);
      await sharp(Buffer.from(await truthMask('marit', ...parts)), {
        raw: { width: 1080, height: 1350, channels: 1 },
      })
        .png()
        .toFile(file);
      return file;
    };
    const skin = await mask('skin', 'skin_face', 'skin_body');
    const iris = await mask('iris', 'iris');
    const plan = join(folder, 'plan.json');
    const flare = portraitPath('marit', 'flare');
    expect(
      await main([
        'plan',
        flare,
        '--mask',
        `skin=${skin}`,
        '--mask',
        `irises=${iris}`,
        '--skin-hue',
        '26,23,18',
        '--iris',
        'dark brown',
        '--out',
        plan,
      ]),
    ).toBe(0);
    expect(at.said.join()).toContain('1. hue to target on Skin');
    for (const [format, depth] of [
      ['png', 'uchar'],
      ['png16', 'ushort'],
      ['tiff16', 'ushort'],
    ] as const) {
      expect(await main(['apply', plan, flare, '--out', folder, '--format', format])).toBe(0);
      expect(
        (await sharp(join(folder, `marit-flare.${format === 'tiff16' ? 'tiff' : 'png'}`)).metadata()).depth,
      ).toBe(depth);
    }
    expect(await main(['apply', plan, flare, '--out', folder, '--format', 'png'])).toBe(0);
    const read = (file: string) => sharp(file).removeAlpha().raw().toBuffer();
    const [before, after] = [await read(flare), await read(join(folder, 'marit-flare.png'))];
    const covered = await truthMask('marit', 'skin_face', 'skin_body', 'iris');
    let changed = 0;
    covered.forEach(
      (value, i) => value === 0 && [0, 1, 2].some((c) => before[3 * i + c] !== after[3 * i + c]) && changed++,
    );
    expect(changed).toBe(0);
    at.said.length = 0;
    expect(await main(['read', join(folder, 'marit-flare.png'), '--mask', `skin=${skin}`, '--json'])).toBe(0);
    const rungs = JSON.parse(at.said.join('\n'))[0].result.rungs as { rung: string; hsv: { hue: number } }[];
    for (const { rung, hsv } of rungs)
      expect(Math.abs(hsv.hue - { light: 26, middle: 23, shade: 18 }[rung]!)).toBeLessThan(1.5);
    at.said.length = 0;
    expect(await main(['check', join(folder, 'marit-flare.png'), '--mask', `skin=${skin}`])).toBe(0);
    expect(at.said.join()).not.toContain('too green');
    expect(
      await main(['plan', flare, '--mask', `irises=${iris}`, '--iris', 'no such colour', '--out', plan]),
    ).toBe(1);
    expect(at.failed.join()).toContain('“no such colour” is neither a colour nor the name of one');
    expect(
      await main(
        words(
          `plan ${portraitPath('marit', 'photo')} --mask irises=${join(folder, 'missing.png')} --iris grey --out ${plan}`,
        ),
      ),
    ).toBe(1);
  });

  it('mends what is off and leaves a neutral portrait alone; carries a plan to another photo', async () => {
    const { folder } = at;
    const plan = join(folder, 'plan.json');
    expect(await main(['plan', portraitPath('jonas', 'neutral'), '--mend', '--out', plan])).toBe(0);
    expect(at.said.join()).toContain('nothing is off');
    at.said.length = 0;
    expect(await main(['plan', portraitPath('adaeze', 'mixed'), '--mend', '--out', plan])).toBe(0);
    expect(at.said.join()).toContain('match on Neck and limbs');
    at.said.length = 0;
    // Of all parts that were found, the coverage of those travels that its steps stand on or look at.
    const { photo, coverage } = JSON.parse(await readFile(plan, 'utf8')) as PlanFile;
    const names = Object.keys(coverage).map((id) => photo.areas.find((area) => area.id === id)!.name);
    expect(names).toContain('Neck and limbs');
    expect(names.length).toBeLessThan(photo.areas.length);
    expect(await main(['apply', plan, portraitPath('linnea', 'mixed'), '--out', folder])).toBe(0);
    expect((await sharp(join(folder, 'linnea-mixed.jpg')).metadata()).width).toBe(1080);
  });
});
