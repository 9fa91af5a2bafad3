import { beforeAll, describe, expect, it } from 'vitest';
import { MIDDLE, SIZE, UNIT, drawnHead, frameAt, gridOf } from '../../tests/fixtures/drawnHead';
import { HEAD_CLASSES, ofEachClass, shareOut } from './classShares';
import type { HeadClasses } from './classShares';
import { divideHead } from './headClasses';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';
import { headDistance } from './nearness';
import { shrinkPlane } from './planes';
import { refineClasses } from './refineClasses';

describe('distances to a head', () => {
  const frame = frameAt(MIDDLE);
  const at = (u: number, v: number) => headDistance(frame, [MIDDLE + u * UNIT, MIDDLE - 40 + v * UNIT]);

  it('are negative inside the face, nought on its oval, and grow outward', () => {
    expect(at(0, 0.1)).toBeLessThan(-0.4);
    expect(Math.abs(at(0.5, 0.1))).toBeLessThan(0.01);
    const outward = [0.6, 0.8, 1, 1.2, 1.5, 2, 3].map((u) => at(u, 0));
    expect(outward).toEqual(outward.toSorted((p, q) => p - q));
  });

  it('count little downward, where the body is', () => {
    expect(at(0, 2)).toBeLessThan(at(0, -2));
    expect(at(0, 2)).toBeCloseTo(0.4 * (2 - 0.75));
  });
});

describe('a drawn head', () => {
  const fine = drawnHead(SIZE);
  const middle = drawnHead(SIZE / 2);
  const coarse = drawnHead(SIZE / 4);
  let classes: HeadClasses;
  let refined: HeadClasses;
  beforeAll(() => {
    const grid = gridOf(SIZE / 2, middle.source);
    const small = gridOf(SIZE / 4, coarse.source);
    classes = divideHead(grid, small);
    refined = refineClasses(grid, classes, {
      small,
      region: { ...grid.region, outWidth: SIZE, outHeight: SIZE },
      fine: fine.source,
    });
  });

  it('keeps nothing that only looks like hair far from it, unless hair is sure nowhere', () => {
    const inCorner = (i: number, size: number) => i % size < 0.15 * size && i < 0.2 * size * size;
    const meanIn = (shares: Float32Array, size: number) => {
      const those = shares.filter((_, i) => inCorner(i, size));
      return those.reduce((sum, share) => sum + share, 0) / those.length;
    };
    const hazy = (sure: number) => {
      const changed = ofEachClass((name) => classes[name].slice());
      for (let i = 0; i < changed.hair.length; i++) {
        const own = inCorner(i, SIZE / 2) ? 0.4 : sure * classes.hair[i]!;
        changed.background[i]! += changed.hair[i]! - own;
        changed.hair[i] = own;
      }
      const grid = gridOf(SIZE / 2, middle.source);
      const region = { ...grid.region, outWidth: SIZE, outHeight: SIZE };
      return refineClasses(grid, changed, {
        small: gridOf(SIZE / 4, coarse.source),
        region,
        fine: fine.source,
      });
    };
    const { hair, background } = hazy(1);
    expect(meanIn(hair, SIZE)).toBeLessThan(0.02);
    expect(meanIn(background, SIZE)).toBeGreaterThan(0.95);
    expect(meanIn(hazy(0.5).hair, SIZE)).toBeGreaterThan(0.1);
  });

  it('divides into shares that sum to 1, and each place mostly into what it is', () => {
    let right = 0;
    middle.truth.forEach((name, i) => {
      const shares = HEAD_CLASSES.map((each) => classes[each][i]!);
      expect(shares.reduce((sum, share) => sum + share, 0)).toBeCloseTo(1, 4);
      expect(Math.min(...shares)).toBeGreaterThanOrEqual(0);
      if (classes[name][i]! > 0.5) right++;
    });
    expect(right / middle.truth.length).toBeGreaterThan(0.93);
  });

  it('has strands told from the wall by their own colour', () => {
    let error = 0;
    let before = 0;
    let count = 0;
    const guided = classes.hair;
    fine.hair.forEach((cover, i) => {
      if (cover <= 0.05 || cover >= 0.95) return;
      const x = i % SIZE;
      const y = Math.floor(i / SIZE);
      error += Math.abs(refined.hair[i]! - cover);
      before += Math.abs(guided[Math.floor(y / 2) * (SIZE / 2) + Math.floor(x / 2)]! - cover);
      count++;
    });
    expect(count).toBeGreaterThan(500);
    expect(error / count).toBeLessThan(0.15);
    expect(error).toBeLessThan(0.6 * before);
  });

  it('gives nothing away between classes when hair is found anew', () => {
    for (let i = 0; i < SIZE * SIZE; i += 7)
      expect(HEAD_CLASSES.reduce((sum, name) => sum + refined[name][i]!, 0)).toBeCloseTo(1, 3);
  });

  it('keeps a thin beard of which the parser is nowhere quite sure', () => {
    const bearded = (size: number) => {
      const { source } = drawnHead(size);
      const grid = gridOf(size, source);
      const onChin = (i: number) => {
        const x = (((i % size) + 0.5) * SIZE) / size - MIDDLE;
        const y = ((Math.floor(i / size) + 0.5) * SIZE) / size - (MIDDLE - 40);
        return Math.abs(x) < 25 && y > 35 && y < 65;
      };
      const { shares } = grid.parsed;
      for (let i = 0; i < size * size; i++) {
        if (!onChin(i)) continue;
        for (let channel = 0; channel < 3; channel++) source.data[3 * i + channel]! *= 0.4;
        for (const name of HEAD_CLASSES) shares[name][i] = { beard: 0.55, skin: 0.45 }[name as string] ?? 0;
      }
      return { ...grid, oklab: oklabOf(source), onChin };
    };
    const grid = bearded(SIZE / 2);
    const { beard } = divideHead(grid, bearded(SIZE / 4));
    const mean = (of: (i: number) => boolean) => {
      const shares = beard.filter((_, i) => of(i));
      return shares.reduce((sum, share) => sum + share, 0) / shares.length;
    };
    expect(mean(grid.onChin)).toBeGreaterThan(0.7);
    expect(mean((i) => !grid.onChin(i))).toBeLessThan(0.02);
  });

  it('gives places beyond what the parser saw to the sitter whose head is nearer', () => {
    const other = frameAt(MIDDLE + 130);
    const seenToTheLeft = (grid: HeadGrid): HeadGrid => ({
      ...grid,
      parsed: {
        ...grid.parsed,
        trust: grid.parsed.trust.map((_, i) =>
          Number((i % grid.region.outWidth) / grid.region.outWidth < 0.7),
        ),
      },
    });
    const divided = divideHead(
      seenToTheLeft(gridOf(SIZE / 2, middle.source, [other])),
      seenToTheLeft(gridOf(SIZE / 4, coarse.source, [other])),
    );
    const share = (of: Float32Array, x: number, y: number) =>
      of[Math.floor(y / 2) * (SIZE / 2) + Math.floor(x / 2)]!;
    expect(share(divided.skin, MIDDLE, MIDDLE - 30)).toBeGreaterThan(0.8);
    expect(share(divided.clothes, MIDDLE + 130, MIDDLE + 100)).toBeLessThan(0.3);
    expect(share(divided.others, MIDDLE + 130, MIDDLE + 100)).toBeGreaterThan(0.5);
  });
});

describe('shares of classes', () => {
  it('sum to 1 wherever there are any, none below 0', () => {
    const classes = ofEachClass((name) =>
      Float32Array.of(name === 'hair' ? -0.2 : 0.5, name === 'skin' ? 3 : 0, 0),
    );
    shareOut(classes);
    expect([classes.hair[0], classes.skin[0]]).toEqual([0, expect.closeTo(1 / 7)]);
    expect([classes.skin[1], classes.hair[1]]).toEqual([1, 0]);
    expect(classes.skin[2]).toBe(0);
    expect(shrinkPlane(classes.skin, { width: 3, height: 1, smallWidth: 1, smallHeight: 1 })[0]).toBeCloseTo(
      (1 / 7 + 1) / 3,
    );
  });
});
