import { createPinia, setActivePinia } from 'pinia';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { effectScope, nextTick, shallowRef } from 'vue';
import { PHOTO_ID, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useSeeing } from '../stores/seeing';
import { useSitting } from '../stores/sitting';
import { useFind } from './useFind';
import { useOpenPhoto } from './useOpenPhoto';

const workers = vi.hoisted(() => ({ open: vi.fn(), use: vi.fn(), find: vi.fn() }));
vi.mock('./useWorkers', () => ({ useWorkers: () => workers }));
vi.mock('../stores/view', () => ({ useView: () => ({ show: vi.fn() }) }));
vi.mock('../storage/photoStorage', () => ({ photoFile: async () => new Blob() }));
vi.mock('#workers/client', () => ({ foundEntries: vi.fn() }));

const scope = effectScope();
let bring: (pyramid: object) => void;
let refuse: (error: Error) => void;
beforeEach(() => {
  setActivePinia(createPinia());
  vi.clearAllMocks();
  workers.open.mockReturnValue(
    new Promise((resolve, reject) => {
      bring = (pyramid) => resolve({ pyramid });
      refuse = reject;
    }),
  );
  workers.find.mockResolvedValue({ sitters: [] });
  useSitting().document = sittingWith(photoWith([]));
  useBench().choosePhoto(PHOTO_ID);
  scope.run(() => useOpenPhoto(shallowRef(photoWith([]))));
});
afterEach(() => void (useSitting().document = undefined));

describe('find', () => {
  it('pressed while the photo is being opened begins once it is there', async () => {
    const { find, progress } = scope.run(() => useFind())!;
    const found = find();
    await nextTick();
    expect([progress.value, workers.find.mock.calls.length]).toEqual([0, 0]);
    bring({});
    await found;
    expect(workers.find).toHaveBeenCalledOnce();
    expect(workers.use.mock.invocationCallOrder[0]).toBeLessThan(workers.find.mock.invocationCallOrder[0]!);
    expect(useNotices().notices.map(({ text }) => text)).toEqual([expect.stringContaining('No face')]);
  });

  it('stopped meanwhile looks for nobody, and says so', async () => {
    const { find, stopFind } = scope.run(() => useFind())!;
    const found = find();
    stopFind();
    bring({});
    await found;
    expect(workers.find).not.toHaveBeenCalled();
    expect(useNotices().notices[0]!.text).toContain('Find was stopped');
  });

  it('shows what is known of the photo that is looked at, until all is', async () => {
    const { find, seen } = scope.run(() => useFind())!;
    let end: (people: { sitters: [] }) => void;
    workers.find.mockReturnValue(new Promise((resolve) => (end = resolve)));
    const found = find();
    bring({});
    await vi.waitFor(() => expect(workers.find).toHaveBeenCalled());
    const { seen: asked } = workers.find.mock.calls[0]![0];
    expect(asked.rgb).toEqual(useSeeing().lineColour);
    const bitmap = { close: vi.fn() };
    asked.tell({ faces: 2, known: 1, bitmap });
    expect(seen.value).toMatchObject({
      faces: 2,
      known: 1,
      frame: { key: `seen:${PHOTO_ID}:2:1`, pieces: [{ region: { x: 0, width: 400 }, bitmap }] },
    });
    useBench().choosePhoto('another');
    asked.tell({ faces: 2, known: 2, bitmap });
    expect([seen.value!.known, bitmap.close.mock.calls.length]).toEqual([1, 1]);
    end!({ sitters: [] });
    await found;
    expect(seen.value).toBeUndefined();
  });

  it('looks for nobody in a photo that could not be opened', async () => {
    const { find, progress } = scope.run(() => useFind())!;
    const found = find();
    refuse(new Error('damaged'));
    await found;
    expect([workers.find.mock.calls.length, progress.value]).toEqual([0, undefined]);
    expect(useNotices().notices).toHaveLength(1);
  });
});
