import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { shotPlace } from '#core/document/commands';
import type { EffectScope } from 'vue';
import type { Photo } from '#core/document/schema';
import { CancelledError, ShotError } from '#core/errors';
import { noMotion } from '#core/follow/motion';
import type { Following } from '#kinds/shot/followShot';
import type { FollowedAt } from '#workers/client';
import { areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { deferred, freshPage, settle } from '../../tests/fixtures/page';
import { mark, step } from '../../tests/fixtures/plans';
import { database } from '../storage/database';
import { storeClip } from '../storage/photoStorage';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useShot } from '../stores/shot';
import { useSitting } from '../stores/sitting';
import { useShotWork } from './useShotWork';

const clip = 'c'.repeat(64);
const COUNT = 6;
const plate = {
  region: { x: 0, y: 0, width: 2, height: 1, outWidth: 2, outHeight: 1 },
  coverage8: Uint8Array.of(9, 200),
};
const found = (name: string) => mark('found-part', { sitter: 's', part: 'skin', plate: name });
const clear = { ...step('clear', { brighten: 0.5, clear: 0 }), areaId: 'area' };
const key = (n: number): Photo => ({
  ...photoWith([areaNamed('area', 'skin', [found('hand')])], String(n).padStart(64, '0')),
  frame: shotPlace({ clip, file: 'walk.webm', n }),
  plan: [clear],
});

const still = noMotion({ x: 0, y: 0, width: 8, height: 8, outWidth: 4, outHeight: 4 });

/** what the workers were asked for, and what they do about it */
let asked: string[] = [];
let fails: Partial<Record<string, Error>> = {};
let gate: Promise<unknown> = Promise.resolve();
let pngHash = 'e'.repeat(64);

/** As if a photo had been followed to a frame, and could be gone on with from the third. */
const framed = (photo: Photo, n: number): FollowedAt => ({
  n,
  photo: { ...photo, areas: [areaNamed('area', 'skin', [found(`at ${n}`)])] },
  plates: new Map([[`at ${n}`, plate]]),
  notes: [],
  ...(n === 2 && {
    state: {
      n,
      hand: { onward: still, back: still },
      found: new Map([['s skin', [plate]]]),
      faces: new Map(),
    },
  }),
});

/** A worker that follows each key frame to all frames within its reach. */
class Port {
  #left: FollowedAt[] = [];
  #lost: ((error: Error) => void) | undefined;
  async call(name: string, request: never): Promise<unknown> {
    asked.push(name);
    if (fails[name]) throw fails[name];
    await Promise.race([gate, new Promise((_, reject) => (this.#lost = reject))]);
    const { n = 0, photo, how } = (request ?? {}) as { n?: number; photo?: Photo; how?: Following };
    if (name === 'open')
      return {
        width: 400,
        height: 300,
        times: Array.from({ length: COUNT }, (_, i) => i / 12),
        end: COUNT / 12,
      };
    if (name === 'begin') {
      const { after } = how!.goOn ?? {};
      if (after) expect([...after.found]).toEqual([['s skin', [plate]]]);
      const from = after ? after.n + 1 : how!.reach!.from;
      this.#left = Array.from({ length: how!.reach!.to - from + 1 }, (_, i) => framed(photo!, from + i));
    }
    if (name === 'next') return this.#left.shift();
    if (name === 'measure') return new Map([['clear', n]]);
    if (name === 'still') return new File([`${name} ${n}`], `walk-${n}.png`);
    return ['picture', 'small'].includes(name) ? new Blob([`${name} ${n}`]) : undefined;
  }
  dispose() {
    this.#lost?.(new CancelledError());
  }
}
vi.mock('#workers/client', () => ({ shotWorker: () => new Port() }));
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    analyst: {
      heldPlates: () => Promise.resolve(new Map([['hand', plate]])),
      look: () => Promise.resolve({ sha256: pngHash, width: 400, height: 300, thumb: new Blob(['small']) }),
    },
  }),
}));

let page: EffectScope;
/** The shot of some key frames, opened. */
async function opened(...keys: readonly Photo[]) {
  useSitting().document = sittingWith(...keys);
  useBench().choosePhoto(keys[0]!.id);
  const work = page.run(() => useShotWork())!;
  await work.open();
  return { work, shot: useShot(), said: () => useNotices().notices.map(({ text }) => text) };
}
beforeEach(async () => {
  page = freshPage();
  [asked, fails, gate, pngHash] = [[], {}, Promise.resolve(), 'e'.repeat(64)];
  await storeClip(clip, 'walk.webm', new Blob(['clip']));
});
afterEach(async () => {
  page.stop();
  await Promise.all([database().followed.clear(), database().shotPictures.clear()]);
  vi.restoreAllMocks();
});

describe('following a shot', () => {
  it('takes a key frame to all frames, draws them, and knows it after the page was closed', async () => {
    const { work, shot } = await opened(key(2));
    await work.follow();
    expect(shot.states).toEqual(Array(COUNT).fill('drawn'));
    page.stop();
    page = freshPage();
    const again = await opened(key(2));
    expect(again.shot.states).toEqual(Array(COUNT).fill('drawn'));
    asked = [];
    await again.work.follow();
    expect(asked.filter((name) => name === 'begin' || name === 'picture')).toEqual([]);
  });

  it('measures steps that hold on their key frame there, once, before that frame itself is followed', async () => {
    const measuring = key(COUNT - 1);
    const frame = { ...measuring.frame!, measuredAtKeys: ['clear'] };
    const { work } = await opened({ ...measuring, frame });
    await work.follow();
    expect(asked.filter((name) => name === 'measure').length).toBe(1);
    for (const n of [0, 3]) {
      const [side] = await work.sidesAt(n);
      expect([...side!.measures!]).toEqual([['clear', COUNT - 1]]);
    }
    expect(asked.filter((name) => name === 'measure').length).toBe(1);
  });

  it('follows a second key frame alone once it is there, and gives both sides of what lies between', async () => {
    const { work, shot } = await opened(key(0));
    await work.follow();
    useSitting().document = sittingWith(key(0), key(4));
    asked = [];
    await work.follow();
    expect(asked.filter((name) => name === 'begin').length).toBe(1);
    expect(shot.states).toEqual(Array(COUNT).fill('drawn'));
    const sides = await work.sidesAt(1);
    expect(sides.map(({ weight, photo }) => [weight, photo.plan.length])).toEqual([
      [0.75, 1],
      [0.25, 1],
    ]);
    expect([...sides[0]!.plates.get('at 1')!.coverage8]).toEqual([9, 200]);
  });

  it('is stopped, and what was followed stays', async () => {
    const { work, shot, said } = await opened(key(0));
    gate = deferred<undefined>().promise;
    const run = work.follow();
    await settle();
    expect(shot.progress).toBeDefined();
    work.stop();
    await run;
    expect([shot.progress, said()]).toEqual([undefined, ['Stopped. What was followed and drawn stays.']]);
    gate = Promise.resolve();
    await work.follow();
    expect(shot.states).toEqual(Array(COUNT).fill('drawn'));
  });

  it('follows no more than the frames that are played, and draws none where none is wanted', async () => {
    const { work, shot } = await opened(key(2));
    shot.range = { from: 2, to: COUNT - 1 };
    await work.follow();
    expect(shot.states).toEqual(['open', 'open', ...Array<string>(COUNT - 2).fill('drawn')]);
    await work.follow({ from: 0, to: 1 });
    expect(shot.states.slice(0, 3)).toEqual(['followed', 'followed', 'drawn']);
  });

  it('says that the storage is full, and keeps what lies there', async () => {
    const { work, shot, said } = await opened(key(0));
    const put = database().followed.put.bind(database().followed);
    let count = 0;
    vi.spyOn(database().followed, 'put').mockImplementation(((row: never) => {
      if (++count > 4) throw new DOMException('full', 'QuotaExceededError');
      return put(row);
    }) as never);
    await work.follow();
    expect(said().join()).toContain('The browser’s storage is full');
    expect(shot.states.filter((state) => state === 'open').length).toBe(COUNT - 4);
    // There is room again: it goes on behind the frame from which it can.
    vi.restoreAllMocks();
    expect(await work.follow()).toBe(true);
    expect(shot.states).toEqual(Array(COUNT).fill('drawn'));
    expect(asked.filter((name) => name === 'next').length).toBe(5 + 4);
  });

  it('says what a damaged clip does, at once or on the way', async () => {
    fails = { open: new ShotError('damaged', { file: 'walk.webm' }) };
    const { shot, said } = await opened(key(0));
    expect(said().join()).toContain('“walk.webm” cannot be read');
    expect(shot.facts).toBeUndefined();
  });
});

describe('key frames', () => {
  it('are followed to where they are moved; not where that is stopped, nor beyond the next one', async () => {
    const { work, shot, said } = await opened(key(0), key(3));
    await work.moveKey(shot.keys[0]!, 5);
    expect(said().join()).toContain('no further than to the key frames beside it');
    fails = { next: new CancelledError() };
    await work.moveKey(shot.keys[0]!, 2);
    expect(shot.keys.map(({ frame }) => frame.n)).toEqual([0, 3]);
    fails = {};
    await work.moveKey(shot.keys[0]!, 2);
    expect(shot.keys.map(({ id, frame }) => [id, frame.n])).toEqual([
      [pngHash, 2],
      [key(3).id, 3],
    ]);
    expect(useSitting().undoLabel).toBe('move key frame');
  });

  it('are followed to before they are made, so that what was done is there; not where that is stopped', async () => {
    const { work, shot } = await opened(key(0));
    await work.makeKey(3);
    expect(shot.keys.map(({ frame, plan }) => [frame.n, plan.length])).toEqual([
      [0, 1],
      [3, 1],
    ]);
    fails = { next: new CancelledError() };
    await work.makeKey(5);
    expect(shot.keys.length).toBe(2);
  });

  it('are not made twice of the same picture', async () => {
    const { work, said } = await opened(key(0));
    pngHash = key(0).id;
    await work.makeKey(5);
    expect(said().join()).toContain('This frame shows the same picture as “a.jpg”');
    expect(useSitting().document!.photos.length).toBe(1);
  });
});
