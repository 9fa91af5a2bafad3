import { beforeAll, describe, expect, it } from 'vitest';
import type { LinearRaster, Region } from '../raster/raster';
import type { FaceFrame } from './faceFrame';
import { looksLikeHat } from './hatDoubt';
import { divideHead, headDistance, ofEachClass, shareOut } from './headClasses';
import type { HeadClasses } from './headClasses';
import { oklabOf } from './headGrid';
import type { HeadGrid } from './headGrid';
import { shrinkPlane } from './planes';
import { refineClasses } from './refineClasses';
import { roughness } from './texture';

const SIZE = 320;
const UNIT = 100;
const MIDDLE = 160;
const oval = Array.from(
  { length: 18 },
  (_, n) => [0.5 * Math.sin((n * Math.PI) / 9), 0.1 - 0.65 * Math.cos((n * Math.PI) / 9)] as const,
);
const frameAt = (x: number): FaceFrame => ({
  unit: UNIT,
  tiltRadians: 0,
  origin: [x, MIDDLE - 40],
  chin: [0, 0.75],
  top: [0, -0.55],
  oval,
});

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
  // A silhouette that knows about where the person is, and no more.
  const person = Float32Array.from({ length: size * size }, (_, i) => {
    const x = (((i % size) + 0.5) * SIZE) / size - MIDDLE;
    const y = ((Math.floor(i / size) + 0.5) * SIZE) / size - (MIDDLE - 40);
    return y > 90 || Math.hypot(x / 100, (y + 5) / 105) < 1 ? 0.9 : 0.1;
  });
  return {
    region,
    frame: frameAt(MIDDLE),
    source,
    oklab: oklabOf(source),
    rough: roughness(source, 2),
    person,
    others,
  };
}

describe('distances to a head', () => {
  const frame = frameAt(MIDDLE);
  const at = (u: number, v: number) => headDistance(frame, [MIDDLE + u * UNIT, MIDDLE - 40 + v * UNIT]);

  it('are negative inside the face, nought on its oval, and grow outward', () => {
    expect(at(0, 0.1).toOval).toBeLessThan(-0.4);
    expect(Math.abs(at(0.5, 0.1).toOval)).toBeLessThan(0.01);
    const outward = [0.6, 0.8, 1, 1.2, 1.5, 2, 3].map((u) => at(u, 0).toOval);
    expect(outward).toEqual(outward.toSorted((p, q) => p - q));
  });

  it('count little downward, where the body is', () => {
    expect(at(0, 2).toHead).toBeLessThan(at(0, -2).toHead);
    expect(at(0, 2).toHead).toBeCloseTo(0.4 * (2 - 0.75));
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

  it('divides into shares that sum to 1, and each place mostly into what it is', () => {
    let right = 0;
    middle.truth.forEach((name, i) => {
      const shares = [
        classes.skin[i]!,
        classes.hair[i]!,
        classes.clothes[i]!,
        classes.background[i]!,
        classes.others[i]!,
      ];
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
      expect(
        refined.skin[i]! +
          refined.hair[i]! +
          refined.clothes[i]! +
          refined.background[i]! +
          refined.others[i]!,
      ).toBeCloseTo(1, 3);
  });

  it('belongs to its sitter though another one stands beside, whose places are told apart', () => {
    const other = frameAt(MIDDLE + 130);
    const grid = gridOf(SIZE / 2, middle.source, [other]);
    const small = gridOf(SIZE / 4, coarse.source, [other]);
    const divided = divideHead(grid, small);
    const share = (of: Float32Array, x: number, y: number) =>
      of[Math.floor(y / 2) * (SIZE / 2) + Math.floor(x / 2)]!;
    expect(share(divided.skin, MIDDLE, MIDDLE - 30)).toBeGreaterThan(0.8);
    expect(share(divided.others, MIDDLE, MIDDLE - 30)).toBeLessThan(0.1);
    expect(share(divided.others, MIDDLE + 130, MIDDLE - 30)).toBeGreaterThan(0.5);
  });
});

describe('what may be a hat', () => {
  const size = SIZE / 2;
  const { source } = drawnHead(size);
  const grid = gridOf(size, source);
  const hair = Float32Array.from({ length: size * size }, (_, i) => Number(drawnHair(i)));
  /** A cap above the hairline, and hair beside and below the face. */
  function drawnHair(i: number): boolean {
    const u = ((i % size) + 0.5 - size / 2) / (UNIT / 2);
    const v = (Math.floor(i / size) + 0.5 - (MIDDLE - 40) / 2) / (UNIT / 2);
    return (Math.abs(u) < 0.9 && v < -0.6) || (Math.abs(u) > 0.55 && Math.abs(u) < 0.9 && v < 0.5);
  }
  const classes = { ...ofEachClass(() => new Float32Array(size * size)), hair };
  const painted = (change: readonly [number, number, number], rough: number): HeadGrid => {
    const oklab = new Float32Array(size * size * 3);
    const roughness = new Float32Array(size * size);
    for (let i = 0; i < size * size; i++) {
      const above = Math.floor(i / size) < (MIDDLE - 40) / 2 - 0.58 * (UNIT / 2);
      const wobble = (((i * 31) % 17) - 8) / 8;
      oklab.set(
        [
          0.35 + 0.05 * wobble + (above ? change[0] : 0),
          0.03 + 0.004 * wobble + (above ? change[1] : 0),
          0.04 + 0.004 * wobble + (above ? change[2] : 0),
        ],
        3 * i,
      );
      roughness[i] = -2 + 0.3 * wobble + (above ? rough : 0);
    }
    return { ...grid, oklab, rough: roughness };
  };

  it('differs in colour or in texture from what hangs below; shine alone is none', () => {
    expect(looksLikeHat(painted([0, 0, 0], 0), classes)).toBe(false);
    expect(looksLikeHat(painted([0.25, 0, 0], 0), classes)).toBe(false);
    expect(looksLikeHat(painted([0, -0.03, -0.1], 0), classes)).toBe(true);
    expect(looksLikeHat(painted([0, 0, 0], -2), classes)).toBe(true);
  });

  it('is nothing without hair beside the face to tell it from', () => {
    expect(
      looksLikeHat(painted([0, -0.03, -0.1], -2), {
        ...classes,
        hair: hair.map((share, i) => (Math.floor(i / size) < 40 ? share : 0)),
      }),
    ).toBe(false);
  });
});

describe('shares of classes', () => {
  it('sum to 1 wherever there are any, none below 0', () => {
    const classes = ofEachClass((name) =>
      Float32Array.of(name === 'hair' ? -0.2 : 0.5, name === 'skin' ? 3 : 0, 0),
    );
    shareOut(classes);
    expect([classes.hair[0], classes.skin[0]]).toEqual([0, 0.25]);
    expect([classes.skin[1], classes.hair[1]]).toEqual([1, 0]);
    expect(classes.skin[2]).toBe(0);
    expect(shrinkPlane(classes.skin, { width: 3, height: 1, smallWidth: 1, smallHeight: 1 })[0]).toBeCloseTo(
      1.25 / 3,
    );
  });
});
