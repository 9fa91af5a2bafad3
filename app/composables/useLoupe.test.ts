import { effectScope, nextTick, ref } from 'vue';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { photoWith } from '../../tests/fixtures/documents';
import { deferred, freshPage, settle } from '../../tests/fixtures/page';
import { loupeRegion, useLoupe } from './useLoupe';
import type { LoupeWish } from './useLoupe';

const rendered: { plan: unknown; region: { x: number } }[] = [];
const closed: number[] = [];
const released: string[] = [];
let gate: Promise<unknown> = Promise.resolve();
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    areas: () => Promise.resolve({}),
    analyst: { plan: () => Promise.resolve(['step']) },
    renderers: {
      picture: async (plan: unknown, region: { x: number }) => {
        rendered.push({ plan, region });
        await gate;
        return [{ region, bitmap: { close: () => closed.push(region.x) } }];
      },
      release: (holder: string) => released.push(holder),
    },
  }),
}));

const photo = { ...photoWith(), width: 100, height: 80 };
const wish = (x: number, more: Partial<LoupeWish> = {}): LoupeWish => ({
  photo,
  at: { x, y: 40 },
  reach: 10,
  before: false,
  ...more,
});
beforeEach(() => {
  freshPage();
  rendered.length = closed.length = released.length = 0;
  gate = Promise.resolve();
});
let scope = effectScope();
afterEach(() => scope.stop());

it('sees the photo’s own pixels, as far as the photo goes', () => {
  expect(loupeRegion(wish(50.4))).toEqual({
    x: 40,
    y: 30,
    width: 21,
    height: 20,
    outWidth: 21,
    outHeight: 20,
  });
  expect(loupeRegion(wish(-3))).toMatchObject({ x: 0, width: 7 });
  expect(loupeRegion(wish(98))).toMatchObject({ x: 88, width: 12 });
  expect(loupeRegion(wish(-11))).toBeUndefined();
  expect(loupeRegion(wish(111))).toBeUndefined();
});

it('follows the hand: the newest place alone, and lets go of what it no longer shows', async () => {
  const held = deferred<undefined>();
  gate = held.promise;
  const wished = ref<LoupeWish | undefined>(wish(20));
  scope = effectScope();
  const { view } = scope.run(() => useLoupe(() => wished.value))!;
  await settle();
  for (const x of [30, 40, 50]) {
    wished.value = wish(x);
    await nextTick();
  }
  held.resolve(undefined);
  await settle();
  expect(rendered.map(({ region }) => region.x)).toEqual([10, 40]);
  expect([view.value?.wish.at.x, closed]).toEqual([50, [10]]);
  wished.value = wish(50, { before: true });
  await settle();
  expect(rendered.map(({ plan }) => plan)).toEqual([['step'], ['step'], []]);
  wished.value = wish(500);
  await settle();
  expect([view.value, released]).toEqual([undefined, ['loupe']]);
});
