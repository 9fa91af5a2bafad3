import { describe, expect, it } from 'vitest';
import { ofEachClass } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';
import { doubtfulPlaces, foundDoubt } from './doubtfulPlaces';
import type { HeadGrid } from './headGrid';

const SIZE = 100;
/** Hair in the upper half, cloth in the lower one. */
const top = (i: number) => i < (SIZE * SIZE) / 2;
/** A square of 20 pixels in the lower half. */
const inSquare = (i: number) => {
  const x = i % SIZE;
  const y = Math.floor(i / SIZE);
  return x >= 40 && x < 60 && y >= 65 && y < 85;
};
const sharesOf = (share: (name: HeadClass, i: number) => number): HeadClasses =>
  ofEachClass((name) => Float32Array.from({ length: SIZE * SIZE }, (_, i) => share(name, i)));
const sure = sharesOf((name, i) => Number(name === (top(i) ? 'hair' : 'clothes')));
const grid = (told: HeadClasses): HeadGrid =>
  ({
    region: { x: 200, y: 100, width: 200, height: 200, outWidth: SIZE, outHeight: SIZE },
    frame: { unit: 100 },
    parsed: { shares: told, trust: new Float32Array(SIZE * SIZE).fill(1) },
  }) as unknown as HeadGrid;

describe('doubtful places', () => {
  it('are none where colours and parser agree, however soft the edge between two classes is', () => {
    const soft = sharesOf((name, i) => {
      const hair = Math.min(1, Math.max(0, (SIZE / 2 - Math.floor(i / SIZE) + 1) / 2));
      if (name === 'hair') return hair;
      return name === 'clothes' ? 1 - hair : 0;
    });
    expect(doubtfulPlaces(grid(soft), soft)).toEqual([]);
  });

  it('are where the two say different things, and where neither class is sure', () => {
    const otherwise = sharesOf((name, i) => (inSquare(i) ? Number(name === 'hair') : sure[name][i]!));
    expect(doubtfulPlaces(grid(otherwise), sure)).toMatchObject([{ has: 'clothes', may: 'hair' }]);
    const unsure = sharesOf((name, i) => {
      if (!inSquare(i)) return sure[name][i]!;
      return { clothes: 0.55, skin: 0.45 }[name as string] ?? 0;
    });
    expect(doubtfulPlaces(grid(unsure), unsure)).toMatchObject([{ has: 'clothes', may: 'skin' }]);
  });

  it('reach as far as what is doubtful, in pixels of the photo, and cover what the part has there', () => {
    const otherwise = sharesOf((name, i) => (inSquare(i) ? Number(name === 'hair') : sure[name][i]!));
    const [place] = doubtfulPlaces(grid(otherwise), sure);
    const { region } = place!;
    expect(region.x).toBeGreaterThanOrEqual(260);
    expect(region.x).toBeLessThan(282);
    expect(region.x + region.width).toBeGreaterThan(318);
    const { coverage8 } = foundDoubt(place!, sure, grid(sure).region);
    const covered = coverage8.reduce((sum, value) => sum + value / 255, 0);
    expect(covered).toBeGreaterThan(300);
    expect(covered).toBeLessThan(600);
  });
});
