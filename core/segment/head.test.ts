import { beforeAll, describe, expect, it } from 'vitest';
import { headOval, uprightFrame } from '../../tests/fixtures/faceFrames';
import type { LinearRaster, Region } from '../raster/raster';
import type { FaceFrame } from './faceFrame';
import { boxMeansTwice } from '../raster/boxMeans';
import { HEAD_CLASSES, ofEachClass, shareOut } from './classShares';
import type { HeadClasses } from './classShares';
import { divideHead } from './headClasses';
import { headDistance } from './nearness';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';
import { shrinkPlane } from './planes';
import { refineClasses } from './refineClasses';
import { roughness } from './texture';

const SIZE = 320;
const UNIT = 100;
const MIDDLE = 160;
const frameAt = (x: number) =>
  uprightFrame([x, MIDDLE - 40], UNIT, { chin: [0, 0.75], top: [0, -0.55], oval: headOval(0.55, 0.75) });

type Class = 'skin' | 'hair' | 'clothes' | 'background';
const COLOURS: Readonly<Record<Class, readonly [number, number, number]>> = {
  skin: [0.55, 0.33, 0.24],
  hair: [0.1, 0.06, 0.04],
  clothes: [0.1, 0.16, 0.4],
  background: [0.45, 0.46, 0.42],
};

/**
 * A drawn head: a face, hair about it that ends in single strands, a shirt, a wall; true coverage of the hair
 * with it.
 */
function drawnHead(size: number) {
  const data = new Float32Array(size * size * 3);
  const hair = new Float32Array(size * size);
  const truth: Class[] = [];
  const scale = SIZE / size;
  for (let i = 0; i < size * size; i++) {
    const x = ((i % size) + 0.5) * scale - MIDDLE;
    const y = (Math.floor(i / size) + 0.5) * scale - (MIDDLE - 40);
    const face = Math.hypot(x / 50, (y - 10) / 65);
    const head = Math.hypot(x / 95, (y + 5) / 100);
    // Strands run outward beyond the cap, two pixels wide, every eight pixels.
    const strand =
      Math.max(0, 1 - Math.abs(((((Math.atan2(y, x) * 95) % 8) + 8) % 8) - 4) / 2) * Number(head < 1.25);
    const grown = head < 1 ? 1 : strand;
    const cover = y > 60 || face < 1 ? 0 : grown;
    const behind: Class = y > 90 ? 'clothes' : 'background';
    const ground: Class = face < 1 || (Math.abs(x) < 22 && y > 40 && y < 95) ? 'skin' : behind;
    const noise = 1 + 0.06 * ((((i * 7919) % 101) - 50) / 50);
    const rough = cover > 0 ? 1 + 0.5 * Math.sin(i * 1.7) : 1;
    hair[i] = cover;
    truth.push(cover > 0.5 ? 'hair' : ground);
    for (let channel = 0; channel < 3; channel++)
      data[3 * i + channel] =
        noise * (cover * rough * COLOURS.hair[channel]! + (1 - cover) * COLOURS[ground][channel]!);
  }
  return {
    source: { space: 'srgbLinear', width: size, height: size, data } satisfies LinearRaster,
    hair,
    truth,
  };
}

function gridOf(size: number, source: LinearRaster, others: readonly FaceFrame[] = []): HeadGrid {
  const region: Region = { x: 0, y: 0, width: SIZE, height: SIZE, outWidth: size, outHeight: size };
  return {
    region,
    frame: frameAt(MIDDLE),
    source,
    oklab: oklabOf(source),
    rough: roughness(source, 2),
    // A silhouette that knows about where the person is, and no more.
    person: ([x, y]) =>
      y > MIDDLE + 50 || Math.hypot((x - MIDDLE) / 100, (y - MIDDLE + 45) / 105) < 1 ? 0.9 : 0.02,
    others,
    parsed: { shares: roughlyParsed(size), trust: new Float32Array(size * size).fill(1) },
  };
}

/** What a parser might say of the drawn head: right, but for a blur of a third of the face. */
function roughlyParsed(size: number): HeadClasses {
  const { truth } = drawnHead(size);
  const radius = Math.round((0.08 * UNIT * size) / SIZE);
  return ofEachClass((name) =>
    boxMeansTwice(
      Float32Array.from(truth, (is) => Number(is === name)),
      { channels: 1, width: size, height: size, radius },
    ),
  );
}

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
