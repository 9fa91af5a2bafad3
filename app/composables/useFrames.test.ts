import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick, shallowRef } from 'vue';
import type { EffectScope } from 'vue';
import { CancelledError } from '#core/errors';
import type { Photo } from '#core/document/schema';
import type { Region } from '#core/raster/raster';
import { areaNamed, photoWith } from '../../tests/fixtures/documents';
import { freshPage, settle } from '../../tests/fixtures/page';
import { mark, step } from '../../tests/fixtures/plans';
import { useNotices } from '../stores/notices';
import { useFrames } from './useFrames';
import type { FrameWishes } from './useFrames';

/** Workers that answer at once and write down what they were asked. */
const asked: string[] = [];
let lost: () => void = () => undefined;
const answers = {
  plan: (_photo: Photo): Promise<unknown> => Promise.resolve([{ key: 'plan' }]),
  expectedMs: Infinity,
};
/** Orders as they were placed: size, and what was shown. Each is dropped unless it is said to be handed on. */
const orders: { size: number; shown: string | undefined; isDropped: boolean }[] = [];
let handsOn = false;
const piecesOf = (name: string) => (_: unknown, region: Region) => {
  asked.push(`${name} ${region.outWidth}`);
  return Promise.resolve([{ region, bitmap: undefined }]);
};
vi.mock('./useWorkers', () => ({
  onWorkerLost: (listener: () => void) => (lost = listener),
  useWorkers: () => ({
    areas: (photo: Photo, holder: string, shown: readonly string[]) => {
      asked.push(`areas ${holder} ${shown.join()}`);
      return Promise.resolve(Object.fromEntries(photo.areas.map(({ id }) => [id, `key of ${id}`])));
    },
    analyst: {
      plan: (photo: Photo) => {
        asked.push('plan');
        return answers.plan(photo);
      },
      survey: () => {
        asked.push('survey');
        return Promise.resolve({ readings: [], areas: {} });
      },
    },
    renderers: {
      order: ({ outWidth }: Region, shown: string | undefined) => {
        orders.push({ size: outWidth, shown, isDropped: !handsOn });
        return orders.at(-1);
      },
      picture: piecesOf('picture'),
      coverage: piecesOf('coverage'),
      expectedMs: () => answers.expectedMs,
      clipping: (_: unknown, region: Region) => {
        asked.push('clipping');
        return Promise.resolve({ pieces: [{ region }], shares: [1, 0, 0, 0, 0, 0] });
      },
    },
  }),
}));

const LARGE = { x: 0, y: 0, width: 1000, height: 800, outWidth: 1000, outHeight: 800 };
const SMALL = { ...LARGE, outWidth: 400, outHeight: 320 };
const photo: Photo = { ...photoWith([areaNamed('skin', 'skin', [mark('ellipse', {})])]), plan: [] };
const WISH: FrameWishes = {
  photo,
  region: SMALL,
  before: false,
  areaId: undefined,
  shownId: undefined,
  look: undefined,
  map: undefined,
  drawing: false,
};

let scope: EffectScope;
beforeEach(() => {
  scope = freshPage();
  asked.length = 0;
  answers.plan = () => Promise.resolve([{ key: 'plan' }]);
  answers.expectedMs = Infinity;
  orders.length = 0;
  handsOn = false;
});
afterEach(() => scope.stop());

function frames(first: Partial<FrameWishes> = {}) {
  const wishes = shallowRef<FrameWishes>({ ...WISH, ...first });
  const kept = scope.run(() => useFrames(() => wishes.value))!;
  return { ...kept, wish: (next: Partial<FrameWishes>) => (wishes.value = { ...wishes.value, ...next }) };
}

describe('the picture that follows the document', () => {
  it('has a half-size draft on the screen before the large picture is computed, and a small stand-in last', async () => {
    const waiting: (() => void)[] = [];
    vi.stubGlobal('requestAnimationFrame', (callback: () => void) => waiting.push(callback));
    const { after, base } = frames({ region: LARGE });
    await settle();
    expect(asked.filter((entry) => entry.startsWith('picture'))).toEqual(['picture 500']);
    // Within the frame's turn nothing is asked for yet.
    waiting.shift()!();
    expect(asked.filter((entry) => entry.startsWith('picture'))).toEqual(['picture 500']);
    await vi.waitFor(() =>
      expect(asked.filter((entry) => entry.startsWith('picture'))).toEqual([
        'picture 500',
        'picture 1000',
        'picture 400',
      ]),
    );
    vi.unstubAllGlobals();
    expect(after.value!.key).not.toContain('draft');
    expect(base.value!.key).toContain('plan');
  });

  it('leaves the draft out where the large picture of the same place is soon there', async () => {
    vi.stubGlobal('requestAnimationFrame', (callback: () => void) => setTimeout(callback));
    const { wish } = frames({ region: LARGE });
    await vi.waitFor(() => expect(asked).toContain('picture 400'));
    const pictures = () => asked.filter((entry) => entry.startsWith('picture'));
    answers.expectedMs = 10;
    asked.length = 0;
    answers.plan = () => Promise.resolve([{ key: 'changed' }]);
    wish({ photo: { ...photo } });
    await vi.waitFor(() => expect(pictures()).toEqual(['picture 1000', 'picture 400']));
    asked.length = 0;
    wish({ region: { ...LARGE, x: 3 } });
    await vi.waitFor(() => expect(pictures()).toEqual(['picture 500', 'picture 1000']));
    vi.unstubAllGlobals();
  });

  it('orders its first picture with the plan, and says what is shown already', async () => {
    vi.stubGlobal('requestAnimationFrame', (callback: () => void) => setTimeout(callback));
    const { wish } = frames({ region: LARGE });
    await vi.waitFor(() => expect(asked).toContain('picture 400'));
    expect(orders).toEqual([{ size: 500, shown: undefined, isDropped: true }]);
    wish({ photo: { ...photo } });
    await settle();
    answers.expectedMs = 10;
    wish({ photo: { ...photo } });
    await settle();
    wish({ region: { ...LARGE, x: 3 } });
    await settle();
    expect(orders.slice(1).map(({ size, shown }) => [size, shown])).toEqual([
      [500, 'plan'],
      [1000, 'plan'],
      [500, undefined],
    ]);
    wish({ drawing: true });
    await settle();
    expect(orders).toHaveLength(4);
    vi.unstubAllGlobals();
  });

  it('shows what was handed on, whatever was wished since; what was not is left out for the newest', async () => {
    vi.stubGlobal('requestAnimationFrame', (callback: () => void) => setTimeout(callback));
    const { wish } = frames({ region: LARGE });
    await vi.waitFor(() => expect(asked).toContain('picture 400'));
    for (const handed of [true, false]) {
      handsOn = handed;
      asked.length = 0;
      let known: (plan: unknown) => void = () => undefined;
      answers.plan = () => new Promise((resolve) => (known = resolve));
      wish({ photo: { ...photo } });
      await settle();
      answers.plan = () => Promise.resolve([{ key: `newest ${handed}` }]);
      wish({ photo: { ...photo } });
      await settle();
      known([{ key: `first ${handed}` }]);
      await vi.waitFor(() => expect(asked).toContain('picture 400'));
      expect(asked.filter((entry) => entry === 'picture 500')).toHaveLength(handed ? 2 : 1);
    }
    vi.unstubAllGlobals();
  });

  it('renders nothing again that is there already', async () => {
    const { wish } = frames();
    await settle();
    const before = asked.length;
    wish({ look: { style: 'hatch', rgb: [0, 0, 0] } });
    await settle();
    expect(asked.slice(before)).toEqual(['plan', 'areas picture ']);
  });

  it('goes on with the newest wishes alone', async () => {
    const { wish } = frames();
    await settle();
    asked.length = 0;
    for (const x of [1, 2, 3]) {
      wish({ region: { ...SMALL, x } });
      await nextTick();
    }
    await settle();
    const areas = asked.filter((entry) => entry.startsWith('areas'));
    expect(areas.length).toBeLessThan(3);
  });

  it('shows an area’s extent, and while a mark is drawn that alone', async () => {
    const look = { style: 'hatch', rgb: [0, 0, 0] } as const;
    const { overlay, after, wish } = frames({ shownId: 'skin', areaId: 'skin', look });
    await settle();
    expect(asked[1]).toBe('areas picture skin,skin');
    expect(overlay.value!.key).toContain('key of skin');
    asked.length = 0;
    const shown = after.value;
    wish({ drawing: true, region: { ...SMALL, x: 5 }, photo: { ...photo, plan: [step('light', {})] } });
    await settle();
    expect(after.value).toBe(shown);
  });

  it('measures once it is at rest, and not the same thing twice', async () => {
    vi.useFakeTimers();
    const { survey, measuring, wish } = frames({ areaId: 'skin' });
    await vi.advanceTimersByTimeAsync(50);
    expect([survey.value, measuring.value]).toEqual([undefined, true]);
    await vi.advanceTimersByTimeAsync(450);
    expect(survey.value).toEqual({ readings: [], areas: {} });
    expect(measuring.value).toBe(false);
    wish({ region: { ...SMALL, x: 9 } });
    await vi.advanceTimersByTimeAsync(500);
    expect(asked.filter((entry) => entry === 'survey')).toHaveLength(1);
    wish({ photo: { ...photo, plan: [step('light', {})] } });
    await vi.advanceTimersByTimeAsync(50);
    expect(measuring.value).toBe(true);
    await vi.advanceTimersByTimeAsync(450);
    expect(measuring.value).toBe(false);
    vi.useRealTimers();
  });

  it('says what fails, and nothing of what was given up; the next wish is followed', async () => {
    const notices = useNotices();
    answers.plan = () => Promise.reject(new CancelledError());
    const { after, wish } = frames();
    await settle();
    expect(notices.notices).toEqual([]);
    answers.plan = () => Promise.reject(new Error('torn'));
    wish({ region: { ...SMALL, x: 1 } });
    await settle();
    expect(notices.notices).toHaveLength(1);
    answers.plan = () => Promise.resolve([]);
    wish({ region: { ...SMALL, x: 2 } });
    await settle();
    expect(after.value).toBeDefined();
  });

  it('says nothing of what fails once another photo is wished for', async () => {
    const notices = useNotices();
    let fail: (reason: Error) => void = () => undefined;
    answers.plan = () => new Promise((_, reject) => (fail = reject));
    const { wish } = frames();
    await settle();
    wish({ photo: undefined });
    await settle();
    fail(new RangeError('area skin is not known here'));
    await settle();
    expect(notices.notices).toEqual([]);
  });

  it('asks for everything anew when a worker was lost, and drops another photo’s picture', async () => {
    const { after, wish } = frames();
    await settle();
    asked.length = 0;
    lost();
    expect(after.value).toBeUndefined();
    await settle();
    expect(asked).toContain('picture 400');
    wish({ photo: undefined });
    await nextTick();
    expect(after.value).toBeUndefined();
  });
});
