import { describe, expect, it } from 'vitest';
import {
  COLOURS,
  MIDDLE,
  SIZE,
  UNIT,
  drawnHead,
  gridOf,
  roughlyParsed,
} from '../../tests/fixtures/drawnHead';
import { HEAD_CLASSES } from './classShares';
import { divideHead } from './headClasses';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';

describe('a drawn head', () => {
  it('wears a white shirt in its collar, though the parser calls that skin', () => {
    const shirted = (size: number) => {
      const { source, truth } = drawnHead(size);
      const shares = roughlyParsed(size);
      const inside = [...truth.keys()].filter(
        (i) => truth[i] === 'clothes' && Math.abs(((i % size) + 0.5) / size - 0.5) < 0.12,
      );
      for (const i of inside) {
        source.data.fill(0.7, 3 * i, 3 * i + 3);
        for (const name of HEAD_CLASSES) shares[name][i] = Number(name === 'skin');
      }
      const parsed = { shares, trust: new Float32Array(size * size).fill(1) };
      return { grid: { ...gridOf(size, source), parsed }, inside };
    };
    const { grid, inside } = shirted(SIZE / 2);
    const shares = divideHead(grid, shirted(SIZE / 4).grid);
    const cloth = inside.filter((i) => shares.clothes[i]! > 0.5).length / inside.length;
    expect(cloth).toBeGreaterThan(0.9);
  });

  it('ends where the silhouette does, though the parser sees hair on a wall of its colour right behind', () => {
    const [left, right] = [MIDDLE + 100 + 0.16 * UNIT, MIDDLE + 100 + 0.3 * UNIT];
    const onWall = (i: number, size: number) => {
      const [x, y] = [((i % size) * SIZE) / size, (Math.floor(i / size) * SIZE) / size];
      return x > left && x < right && Math.abs(y - MIDDLE + 45) < 30;
    };
    const walled = (size: number, silhouette: boolean) => {
      const { source } = drawnHead(size);
      const { oklab: _, ...grid } = gridOf(size, source);
      for (let i = 0; i < size * size; i++) {
        if (!onWall(i, size)) continue;
        source.data.set(COLOURS.hair, 3 * i);
        for (const name of HEAD_CLASSES) grid.parsed.shares[name][i] = Number(name === 'hair');
      }
      return { ...grid, oklab: oklabOf(source), ...(silhouette ? {} : { person: () => 0.02 }) };
    };
    const hairOnWall = (silhouette: boolean) => {
      const { hair } = divideHead(walled(SIZE / 2, silhouette), walled(SIZE / 4, silhouette));
      const there = hair.filter((_, i) => onWall(i, SIZE / 2));
      return there.reduce((sum, share) => sum + share, 0) / there.length;
    };
    expect(hairOnWall(true)).toBeLessThan(0.4);
    // A silhouette that shows nobody at all says nothing.
    expect(hairOnWall(false)).toBeGreaterThan(0.9);
  });

  it('has no hair beside its neck where the parser sees hardly any near by, though a collar has its colour', () => {
    const [top, bottom] = [MIDDLE, MIDDLE + 34];
    const onCollar = (i: number, size: number) => {
      const [x, y] = [((i % size) * SIZE) / size, (Math.floor(i / size) * SIZE) / size];
      return y > top && y < bottom && Math.abs(Math.abs(x - MIDDLE) - 62) < 12;
    };
    const collared = (size: number, told: number) => {
      const { source } = drawnHead(size);
      const { oklab: _, ...grid } = gridOf(size, source);
      for (let i = 0; i < size * size; i++) {
        if (Math.floor(i / size) * SIZE <= (top - 0.15 * UNIT) * size) continue;
        for (const name of HEAD_CLASSES) grid.parsed.shares[name][i]! *= Number(name !== 'hair');
        if (!onCollar(i, size)) continue;
        source.data.set(
          COLOURS.hair.map((value) => value * (1 + 0.5 * Math.sin(i * 1.7))),
          3 * i,
        );
        for (const name of HEAD_CLASSES)
          grid.parsed.shares[name][i] = { skin: 0.5, clothes: 0.5 - told, hair: told }[name as string] ?? 0;
      }
      return { ...grid, oklab: oklabOf(source) };
    };
    const hairOnCollar = (told: number) => {
      const { hair } = divideHead(collared(SIZE / 2, told), collared(SIZE / 4, told));
      // Below what its upper rim takes from the hair above it.
      const there = hair.filter((_, i) => onCollar(i, SIZE / 2) && i > ((MIDDLE + 15) / 4) * SIZE);
      return there.reduce((sum, share) => sum + share, 0) / there.length;
    };
    expect(hairOnCollar(0.05)).toBeLessThan(0.35);
    expect(hairOnCollar(0.2)).toBeGreaterThan(0.5);
  });

  it('is dressed deep within the silhouette, where the parser sees a wall', () => {
    const onShirt = (i: number, size: number) =>
      Math.abs((i % size) / size - 0.5) < 0.2 && i > 0.85 * size * size;
    const seen = (size: number, silhouette: number) => {
      const { source } = drawnHead(size);
      const grid = gridOf(size, source);
      for (let i = 0; i < size * size; i++) {
        if (!onShirt(i, size)) continue;
        source.data.set([0.5, 0.1, 0.5], 3 * i);
        for (const name of HEAD_CLASSES)
          grid.parsed.shares[name][i] = { background: 0.6, clothes: 0.4 }[name as string] ?? 0;
      }
      const person: HeadGrid['person'] = ([, y]) => (y > MIDDLE + 50 ? silhouette : 0.9);
      return { ...grid, oklab: oklabOf(source), person };
    };
    const dressed = (silhouette: number) => {
      const { clothes } = divideHead(seen(SIZE / 2, silhouette), seen(SIZE / 4, silhouette));
      const there = clothes.filter((_, i) => onShirt(i, SIZE / 2));
      return there.reduce((sum, share) => sum + share, 0) / there.length;
    };
    expect(dressed(0.9) - dressed(0.3)).toBeGreaterThan(0.3);
  });
});
