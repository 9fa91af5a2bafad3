import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { nextTick, shallowRef } from 'vue';
import type { EffectScope } from 'vue';
import type { Photo } from '#core/document/schema';
import type { Warning, WarningKind } from '#core/measure/warnings/scene';
import { photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { step } from '../../tests/fixtures/plans';
import { useSitting } from '../stores/sitting';
import { useWarnings } from './useWarnings';

const place = { x: 1, y: 2, width: 3, height: 4 };
const warning = (is: WarningKind, areaId?: string): Warning => ({
  is,
  areaId,
  share: 0.034,
  amount: 2.51,
  place,
});
let answer: () => Promise<readonly Warning[]> = () => Promise.resolve([warning('clipped')]);
const asked: Photo[] = [];
vi.mock('./useWorkers', () => ({
  useWorkers: () => ({
    warnings: (photo: Photo) => {
      asked.push(photo);
      return answer();
    },
  }),
}));

let scope: EffectScope;
beforeEach(() => {
  vi.useFakeTimers();
  scope = freshPage();
  asked.length = 0;
  answer = () => Promise.resolve([warning('clipped')]);
});
afterEach(() => {
  scope.stop();
  vi.useRealTimers();
});
const stepped = (id = 'light') => ({ ...photoWith(), plan: [{ ...step('light', {}), id, areaId: null }] });

describe('warnings', () => {
  it('are looked for once the hand rests, and of the newest state alone', async () => {
    const photo = shallowRef<Photo | undefined>(photoWith());
    const warnings = scope.run(() => useWarnings(() => photo.value))!;
    await vi.advanceTimersByTimeAsync(1000);
    expect([asked.length, warnings.value]).toEqual([0, undefined]);
    photo.value = stepped('one');
    await vi.advanceTimersByTimeAsync(300);
    photo.value = stepped('two');
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked.map(({ plan }) => plan[0]!.id)).toEqual(['two']);
    expect(warnings.value!.map(({ is }) => is)).toEqual(['clipped']);
    photo.value = { ...stepped('other'), id: 'b'.repeat(64) };
    await nextTick();
    expect(warnings.value).toBeUndefined();
  });

  it('wait until the hand is up', async () => {
    const sitting = useSitting();
    sitting.document = sittingWith(stepped());
    scope.run(() => useWarnings(() => stepped()));
    sitting.beginGesture('stroke');
    await vi.advanceTimersByTimeAsync(2000);
    expect(asked).toHaveLength(0);
    sitting.endGesture();
    await vi.advanceTimersByTimeAsync(2000);
    expect(asked).toHaveLength(1);
  });

  it('are looked for again when something changed meanwhile, and are nothing when that fails', async () => {
    let resolve: (found: readonly Warning[]) => void = () => undefined;
    answer = () => new Promise((done) => (resolve = done));
    const photo = shallowRef(stepped('one'));
    const warnings = scope.run(() => useWarnings(() => photo.value))!;
    await vi.advanceTimersByTimeAsync(1000);
    photo.value = stepped('two');
    await vi.advanceTimersByTimeAsync(1000);
    expect(asked).toHaveLength(1);
    answer = () => Promise.reject(new Error('lost'));
    resolve([warning('noise')]);
    await vi.advanceTimersByTimeAsync(10);
    expect([asked.length, warnings.value]).toEqual([2, undefined]);
  });
});
