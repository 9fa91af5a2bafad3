import { join } from 'node:path';
import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import type { Mark, Photo } from '#core/document/schema';
import { commandLine, photoAt, planFor, words } from '../tests/fixtures/commandLine';
import { areaNamed } from '../tests/fixtures/documents';
import { mark, step } from '../tests/fixtures/plans';
import { main } from './main';

const at = commandLine();

describe('plans that ask for too much', () => {
  const area = (id: string, marks: readonly Mark[]) => areaNamed(id, 'other', marks);
  const clear = (areaId: string) => ({ ...step('clear', { brighten: 0.5, clear: 1 }), areaId });
  const round = (count: number) =>
    Array.from({ length: count }, (_, n): [number, number] => [
      30 + 25 * Math.cos(n),
      20 + 15 * Math.sin(1.7 * n),
    ]);

  it('are refused in a sentence where they go beyond what a document holds', async () => {
    const photo = await photoAt(join(at.folder, 'p.jpg'));
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
      expect(
        await main(
          words(
            `apply ${await planFor(at.folder, photo, { plan: [], ...change })} ${photo} --out ${at.folder}`,
          ),
        ),
      ).toBe(1);
      expect(at.failed.at(-1)).toContain(sentence);
    }
  });

  it('and are done where they do not, sooner than what never ends', async () => {
    const photo = join(at.folder, 'p.jpg');
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
      expect(
        await main(
          words(`apply ${await planFor(at.folder, photo, change)} ${photo} --out ${join(at.folder, 'out')}`),
        ),
      ).toBe(0);
    }
  });
});
