import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import type { Mark, Photo } from '#core/document/schema';
import { commandLine, photoAt, planFor, words } from '../tests/fixtures/commandLine';
import { areaNamed } from '../tests/fixtures/documents';
import { mark } from '../tests/fixtures/plans';
import { main } from './main';

const at = commandLine();

describe('plans that ask for too much', () => {
  const area = (id: string, marks: readonly Mark[]) => areaNamed(id, 'other', marks);
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
});
