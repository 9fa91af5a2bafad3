import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { shotPlace } from '#core/document/commands';
import type { Photo, Step } from '#core/document/schema';
import { buildPyramid } from '#core/raster/pyramid';
import { KINDS } from '#kinds/registry.gen';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';
import { mark, step } from '../../tests/fixtures/plans';
import { numbersBetween, photoBetween } from './between';
import { coverageBetween } from './coverageBetween';
import type { FrameSide } from './between';
import { followKey, frameName, keyFramesOf, keysAt, reachOf } from './keyFrames';

const bare = photoWith();
const side = (plan: readonly Step[], weight: number, areas: Photo['areas'] = []): FrameSide => ({
  photo: { ...photoWith(areas), plan },
  plates: new Map(),
  weight,
});
const clear = (brighten: number, strength = 1) => step('clear', { brighten, clear: 0.2 }, strength);

describe('a plan between two key frames', () => {
  it('is that of the only one, and none where nothing was followed', () => {
    const only = side([clear(0.4)], 1);
    expect(photoBetween([only], KINDS, bare)).toBe(only.photo);
    expect(photoBetween([only, side([], 0)], KINDS, bare)).toBe(only.photo);
    expect(photoBetween([], KINDS, bare)).toBe(bare);
  });

  it('goes in equal shares from the one to the other, whichever comes first', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 0.99, noNaN: true }), (share) => {
        const sides = [side([clear(0.1, 0.5)], 1 - share), side([clear(0.7, 1)], share)];
        for (const order of [sides, sides.toReversed()]) {
          const [between] = photoBetween(order, KINDS, bare).plan;
          expect(between!.parameters.brighten).toBeCloseTo(0.1 + 0.6 * share, 9);
          expect(between!.strength).toBeCloseTo(0.5 + 0.5 * share, 9);
        }
      }),
    );
  });

  it('lets a step that one has alone come with it, in its place', () => {
    const late = { ...clear(0.6), id: 'late' };
    const plan = [clear(0.4), { ...clear(0.2), id: 'last' }];
    const sides = [side(plan, 0.75), side([plan[0]!, late, plan[1]!], 0.25)];
    const { plan: between } = photoBetween(sides, KINDS, bare);
    expect(between.map(({ id, strength }) => [id, strength])).toEqual([
      ['clear', 1],
      ['late', 0.25],
      ['last', 1],
    ]);
  });

  it('fades a step that is off at one of them', () => {
    const sides = [side([clear(0.4)], 0.6), side([{ ...clear(0.4), on: false }], 0.4)];
    const [between] = photoBetween(sides, KINDS, bare).plan;
    expect([between!.on, between!.strength]).toEqual([true, 0.6]);
  });

  it('holds where the first key frame says so, up to the next one', () => {
    const place = shotPlace({ clip: 'c'.repeat(64), file: 'a.webm', n: 0, holds: ['clear'] });
    for (const share of [0.1, 0.9]) {
      const sides = [side([clear(0.1, 0.5)], 1 - share), side([clear(0.7)], share)];
      const first = { ...sides[0]!, photo: { ...sides[0]!.photo, frame: place } };
      const later = { ...sides[1]!, photo: { ...sides[1]!.photo, frame: place } };
      expect(photoBetween([first, sides[1]!], KINDS, bare).plan).toEqual([clear(0.1, 0.5)]);
      expect(photoBetween([sides[0]!, later], KINDS, bare).plan[0]!.strength).toBeCloseTo(0.5 + 0.5 * share);
    }
  });

  it('goes the shorter way round where numbers are degrees of a circle', () => {
    const push = (hue: number) => ({ hue, amount: 10 });
    const balance = (...hues: readonly [number, number, number]) =>
      step('balance', { light: push(hues[0]), middle: push(hues[1]), shade: push(hues[2]) });
    const [between] = photoBetween(
      [side([balance(350, 10, 40)], 0.75), side([balance(10, 350, 80)], 0.25)],
      KINDS,
      bare,
    ).plan;
    const { light, middle, shade } = between!.parameters as Record<string, { hue: number }>;
    expect([light!.hue, middle!.hue, shade!.hue]).toEqual([355, 5, 50]);
  });

  it('names the numbers that go over, and no others', () => {
    expect(numbersBetween(clear(0.1, 0.5), clear(0.7))).toEqual([
      { name: 'strength', from: 50, to: 100 },
      { name: 'brighten', from: 0.1, to: 0.7 },
    ]);
    expect(numbersBetween(clear(0.1), clear(0.1))).toEqual([]);
  });

  it('keeps a value that cannot lie between, and the whole step where its kind refuses what lies there', () => {
    const sidesOf = (other: Step) => [side([clear(0.4)], 0.6), side([other], 0.4)];
    const words = { ...clear(0.9), parameters: { brighten: 'much', clear: 0.2 } };
    const far = { ...clear(0.9), parameters: { brighten: 9, clear: 0.2 } };
    for (const other of [words, far, { ...clear(0.9), version: 99 }])
      expect(photoBetween(sidesOf(other), KINDS, bare).plan[0]!.parameters).toEqual(clear(0.4).parameters);
  });
});

describe('coverage between two key frames', () => {
  const pyramid = buildPyramid({
    space: 'srgb8',
    width: 40,
    height: 30,
    data: new Uint8Array(4800).fill(128),
  });
  const ellipse = (x: number) =>
    areaNamed('area', 'skin', [mark('ellipse', { x, y: 15, radiusX: 6, radiusY: 6 })]);
  const stands = (x: number, weight: number) => side([clear(0.4)], weight, [ellipse(x)]);

  it('is what each of them has, by how much it counts', () => {
    const sides = [stands(10, 0.75), stands(30, 0.25)];
    const covered = coverageBetween(pyramid, photoBetween(sides, KINDS, bare), sides).get('area')!;
    expect([covered[15 * 40 + 10], covered[15 * 40 + 30], covered[15 * 40 + 20]]).toEqual([191, 64, 0]);
  });

  it('is that of the one that has the area, and of no area that no step stands on', () => {
    const sides = [stands(10, 0.75), side([], 0.25, [areaNamed('other', 'skin', [])])];
    const covered = coverageBetween(pyramid, photoBetween(sides, KINDS, bare), sides);
    expect([...covered.keys()]).toEqual(['area']);
    expect(covered.get('area')![15 * 40 + 10]).toBe(255);
  });
});

describe('key frames', () => {
  const clip = 'c'.repeat(64);
  const key = (n: number, change: Partial<Photo> = {}): Photo => ({
    ...photoWith([], String(n).padStart(64, '0')),
    frame: shotPlace({ clip, file: 'a.webm', n }),
    ...change,
  });
  const keys = keyFramesOf(
    [key(12), photoWith(), key(4), key(7, { frame: shotPlace({ clip: 'd'.repeat(64), file: 'b', n: 7 }) })],
    clip,
  );

  it('are the photos of that clip in the order in which they are shown', () => {
    expect(keys.map(({ frame }) => frame.n)).toEqual([4, 12]);
    expect(keys.map((one) => reachOf(one, keys, 24))).toEqual([
      { from: 0, to: 11 },
      { from: 5, to: 23 },
    ]);
  });

  it('count for a frame by how near they are', () => {
    const at = (n: number) => keysAt(n, keys).map(({ key: { frame }, weight }) => [frame.n, weight]);
    expect([at(0), at(4), at(6), at(12), at(20)]).toEqual([
      [[4, 1]],
      [[4, 1]],
      [
        [4, 0.75],
        [12, 0.25],
      ],
      [[12, 1]],
      [[12, 1]],
    ]);
    expect(keysAt(3, [])).toEqual([]);
  });

  it('are followed anew when an area changes, and not when a step does', () => {
    const [one] = keys;
    expect(followKey({ ...one!, plan: [clear(0.3)] })).toBe(followKey(one!));
    expect(followKey({ ...one!, areas: [areaNamed('a')] })).not.toBe(followKey(one!));
    expect(frameName('walk.on.webm', 6)).toBe('walk.on-0007.png');
  });
});
