import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { makeStep } from '#core/document/make';
import type { Photo } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';
import { commandLine, planFor, words } from '../tests/fixtures/commandLine';
import { areaNamed } from '../tests/fixtures/documents';
import { mark } from '../tests/fixtures/plans';
import { portraitPath } from '../tests/fixtures/truth';
import { main } from './main';

const cli = commandLine();
const wholeStep = (kind: string, parameters: object) => {
  const known = KINDS.adjusts.get(kind)!;
  return makeStep(known, { ...(known.neutral as object), ...parameters }, { id: kind, areaId: null });
};
const WARMER = wholeStep('light', { exposure: 0.3, warmth: 0.2, saturation: -0.15 });
const DARKER = { ...wholeStep('light', { exposure: -0.4, gamma: 1.2 }), id: 'darker' };

/** The nodes of a table, read by the words of the Cube LUT specification 1.0. */
function parseCube(text: string): { size: number; nodes: number[][] } {
  const lines = text.split('\n').filter((line) => line && !line.startsWith('#'));
  const nodes = lines.filter((line) => /^[\d.-]/.test(line)).map((line) => line.split(' ').map(Number));
  return { size: Number(/LUT_3D_SIZE (\d+)/.exec(text)![1]), nodes };
}

/** A colour through a table, between its eight neighbours; codes 0..1. */
function through({ size, nodes }: ReturnType<typeof parseCube>, colour: readonly number[]): number[] {
  const places = colour.map((value) => value * (size - 1));
  const low = places.map((place) => Math.min(size - 2, Math.floor(place)));
  const sums = [0, 0, 0];
  for (let corner = 0; corner < 8; corner++) {
    const steps = [corner & 1, (corner >> 1) & 1, corner >> 2];
    const weight = steps.reduce(
      (share, step, c) => share * (step ? places[c]! - low[c]! : 1 - places[c]! + low[c]!),
      1,
    );
    const [r, g, b] = low.map((value, c) => value + steps[c]!) as [number, number, number];
    nodes[r + size * (g + size * b)]!.forEach((value, c) => (sums[c]! += weight * value));
  }
  return sums;
}

describe('a plan as a table of colours', () => {
  const photo = portraitPath('marit', 'photo');
  const cube = () => join(cli.folder, 'plan.cube');
  const planOf = (change: Partial<Photo>) => planFor(cli.folder, photo, change);

  it('gives what apply gives, within 1 code on the mean and 3 at most', async () => {
    const plan = await planOf({ plan: [WARMER, DARKER] });
    expect(await main([...words('lut --size 33 --out'), cube(), plan])).toBe(0);
    expect(await main([...words('apply --format png --out'), cli.folder, plan, photo])).toBe(0);
    const table = parseCube(await readFile(cube(), 'utf8'));
    expect([table.size, table.nodes.length]).toEqual([33, 33 ** 3]);
    const pixels = (path: string) => sharp(path).removeAlpha().raw().toBuffer();
    const [before, after] = [await pixels(photo), await pixels(join(cli.folder, 'photo.png'))];
    let sum = 0;
    let most = 0;
    const stride = 3 * 101;
    for (let i = 0; i < before.length; i += stride) {
      const wanted = through(
        table,
        [0, 1, 2].map((c) => before[i + c]! / 255),
      );
      for (let c = 0; c < 3; c++) {
        const off = Math.abs(255 * wanted[c]! - after[i + c]!);
        sum += off;
        most = Math.max(most, off);
      }
    }
    expect(sum / (before.length / stride) / 3).toBeLessThan(1);
    expect(most).toBeLessThan(3);
  });

  it('says what cannot be in it, and takes the steps of one area where it is asked for', async () => {
    const lips = areaNamed('lips', 'lips', [mark('ellipse', { x: 500, y: 800, radiusX: 60, radiusY: 30 })]);
    const onLips = { ...DARKER, id: 'lips', areaId: lips.id };
    const even = { ...wholeStep('evenness', { hue: 0.5 }), id: 'even' };
    const balance = { ...wholeStep('balance', {}), id: 'balance' };
    const plan = await planOf({ areas: [lips], plan: [WARMER, onLips, even, balance] });
    expect(await main(['lut', plan, '--out', cube()])).toBe(0);
    expect(cli.said.at(-1)).toMatch(/in it: .*light.*whole picture/i);
    expect(cli.said.at(-1)).toMatch(/left out: .* on lips.* \(it stands on another area/);
    expect(cli.said.at(-1)).toMatch(/left out: .*\(it looks at places/);
    expect(cli.said.at(-1)).toMatch(/left out: .*\(it measures the photo/);
    expect(await main(['lut', plan, photo, '--area', 'LIPS', '--out', cube(), '--json'])).toBe(0);
    const [{ result }] = JSON.parse(cli.said.at(-1)!) as [
      { result: { taken: string[]; left: { why: string }[] } },
    ];
    expect([result.taken.length, result.left.map(({ why }) => why)]).toEqual([3, ['place']]);
  });

  it('is not written without a step, for another photo, or onto what is not ours', async () => {
    const empty = await planOf({ plan: [] });
    expect(await main(['lut', empty, '--out', cube()])).toBe(1);
    expect(cli.failed.at(-1)).toContain('none of its steps can be in a table of colours');
    const plan = await planOf({ plan: [WARMER] });
    expect(await main(['lut', plan, portraitPath('jonas', 'photo'), '--out', cube()])).toBe(1);
    expect(cli.failed.at(-1)).toContain('not the photo that this plan was made for');
    expect(await main(['lut', plan, '--area', 'nose', '--out', cube()])).toBe(1);
    expect(cli.failed.at(-1)).toContain('no area “nose”');
    await writeFile(cube(), 'TITLE "mine"\n');
    expect(await main(['lut', plan, '--out', cube()])).toBe(1);
    expect([await readFile(cube(), 'utf8'), cli.failed.at(-1)]).toEqual([
      'TITLE "mine"\n',
      expect.stringContaining('there already'),
    ]);
    expect(await main(['lut', plan, '--size', '34', '--out', cube()])).toBe(2);
  });
});
