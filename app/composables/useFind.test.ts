import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { CancelledError } from '#core/errors';
import type { Plate } from '#core/raster/plate';
import type { FoundPeople } from '#core/segment/findParts';
import { PHOTO_ID, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { deferred, freshPage, settle } from '../../tests/fixtures/page';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useFind } from './useFind';

const region = { x: 0, y: 0, width: 8, height: 8, outWidth: 8, outHeight: 8 };
const part = (name: string) => ({
  part: name,
  region,
  coverage8: new Uint8Array(64),
  share: 0.1,
  unsureShare: 0,
});
const ONE = {
  sitters: [
    {
      landmarks: {
        // A mesh from corner to corner.
        points: Array.from({ length: 468 }, (_, n) => (n % 2 === 0 ? [10, 10] : [60, 80])),
      },
      parts: [part('skin'), part('iris-left')],
      doubtful: [],
    },
  ],
  background: part('background'),
} as unknown as FoundPeople;

let answer = deferred<FoundPeople>();
let options: { tiles: boolean; onProgress: (share: number) => void; signal: AbortSignal };
const order: string[] = [];
let refused = false;
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    find: (given: typeof options) => {
      options = given;
      given.signal.addEventListener('abort', () => answer.reject(new CancelledError()));
      return answer.promise;
    },
    analyst: {
      learnPlates: (plates: ReadonlyMap<string, Plate>) => {
        order.push(`learn ${plates.size}`);
        return Promise.resolve();
      },
    },
  }),
}));
vi.mock('../storage/plateStorage', () => ({
  storePlate: () => {
    order.push('store');
    return refused ? Promise.reject(new Error('full')) : Promise.resolve();
  },
}));

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  answer = deferred();
  order.length = 0;
  refused = false;
  useSitting().document = sittingWith(photoWith());
  useBench().choosePhoto(PHOTO_ID);
});
afterEach(() => {
  useSitting().document = undefined;
  scope.stop();
});
const photo = () => useSitting().document!.photos[0]!;

describe('find', () => {
  it('says how far it is, and puts all that was found into the photo at once', async () => {
    const { find, progress } = scope.run(() => useFind())!;
    const found = find();
    options.onProgress(0.4);
    expect(progress.value).toBe(0.4);
    answer.resolve(ONE);
    await found;
    expect(photo().areas.map(({ name, marks }) => [name, marks.length])).toEqual([
      ['Skin', 1],
      ['Irises', 1],
      ['Background', 1],
    ]);
    expect(useSitting().history.checkpoints.map(({ label }) => label)).toEqual(['find']);
    expect([progress.value, useBench().sitterId]).toEqual([undefined, photo().sitters[0]!.id]);
  });

  it('hands the coverage to the analyst before it is stored, and goes on where storing is refused', async () => {
    refused = true;
    const { find } = scope.run(() => useFind())!;
    answer.resolve(ONE);
    await find();
    expect(order).toEqual(['learn 3', 'store', 'store', 'store']);
    expect(photo().areas).toHaveLength(3);
    expect(useNotices().notices.some(({ kind }) => kind === 'problem')).toBe(true);
  });

  it('is done once at a time, and changes nothing when it is stopped', async () => {
    const { find, stopFind, progress } = scope.run(() => useFind())!;
    const first = find();
    const before = options;
    await find();
    expect(options).toBe(before);
    stopFind();
    await first;
    expect([photo().areas.length, progress.value]).toEqual([0, undefined]);
    expect(useNotices().notices[0]!.text).toContain('stopped');
  });

  it('offers to look for small faces where there is none, once', async () => {
    const { find } = scope.run(() => useFind())!;
    const nobody = { sitters: [], background: undefined } as unknown as FoundPeople;
    answer.resolve(nobody);
    await find();
    const [offer] = useNotices().notices[0]!.actions;
    offer!.run();
    expect(options.tiles).toBe(true);
    await settle();
    expect(useNotices().notices.at(-1)!.actions).toEqual([]);
  });
});
