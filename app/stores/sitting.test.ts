import 'fake-indexeddb/auto';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { addArea } from '#core/document/commands';
import { EMPTY_HISTORY } from '#core/document/history';
import { PHOTO_ID, areaNamed, photoWith, sittingWith } from '../../tests/fixtures/documents';
import { freshPage } from '../../tests/fixtures/page';
import { database } from '../storage/database';
import { NOT_STORED, saveSitting } from '../storage/sittingStorage';
import { useNotices } from './notices';
import { useSitting } from './sitting';

const named = (name: string) => (before: ReturnType<typeof sittingWith>) => ({ ...before, name });
const storedName = async () => (await database().sittings.get('one'))?.document.name;

beforeEach(async () => {
  freshPage();
  await Promise.all([database().sittings.clear(), database().checkpoints.clear()]);
  await saveSitting(database(), sittingWith(photoWith()), EMPTY_HISTORY, NOT_STORED);
  await useSitting().open('one');
});
afterEach(() => useSitting().close());

describe('the open sitting', () => {
  it('changes, goes back and forth, and says what would be undone', () => {
    const sitting = useSitting();
    sitting.change('rename', named('Spring'));
    sitting.change('rename again', named('Summer'));
    expect([sitting.document!.name, sitting.undoLabel]).toEqual(['Summer', 'rename again']);
    expect(sitting.undo()).toBe('rename again');
    expect([sitting.document!.name, sitting.undoLabel, sitting.redoLabel]).toEqual([
      'Spring',
      'rename',
      'rename again',
    ]);
    sitting.redo();
    expect(sitting.document!.name).toBe('Summer');
  });

  it('makes one checkpoint of a gesture, and none of one without a change', () => {
    const sitting = useSitting();
    sitting.beginGesture('drag');
    for (const name of ['a', 'b', 'c']) sitting.change('step', named(name));
    sitting.endGesture();
    expect([sitting.history.checkpoints.length, sitting.undoLabel]).toEqual([1, 'drag']);
    sitting.beginGesture('nothing');
    sitting.endGesture();
    expect(sitting.history.checkpoints).toHaveLength(1);
    sitting.undo();
    expect(sitting.document!.name).toBe('Winter season');
  });

  it('is as it was after a gesture that was given up', () => {
    const sitting = useSitting();
    const before = sitting.document;
    sitting.beginGesture('drag');
    sitting.change('step', named('a'));
    sitting.cancelGesture();
    expect([sitting.document, sitting.history.checkpoints.length, sitting.inGesture]).toEqual([
      before,
      0,
      false,
    ]);
  });

  it('refuses what could not be opened again, and says so', () => {
    const sitting = useSitting();
    const before = sitting.document;
    sitting.change('rename', named('x'.repeat(500)));
    expect(sitting.document).toBe(before);
    expect(useNotices().notices.at(-1)?.kind).toBe('problem');
    // A gesture that ends in something of the kind is taken back whole.
    sitting.beginGesture('drag');
    sitting.change('rename', named('x'.repeat(500)));
    sitting.endGesture();
    expect([sitting.document, sitting.history.checkpoints.length]).toEqual([before, 0]);
  });

  it('changes nothing while another tab holds it', () => {
    const sitting = useSitting();
    sitting.writable = false;
    sitting.change('rename', named('Spring'));
    expect([sitting.document!.name, sitting.undo()]).toEqual(['Winter season', undefined]);
  });

  it('changes one photo and leaves the others', () => {
    const sitting = useSitting();
    sitting.changeOpenPhoto('area', PHOTO_ID, (photo) => addArea(photo, areaNamed('skin')));
    expect(sitting.document!.photos[0]!.areas).toHaveLength(1);
    sitting.changeOpenPhoto('area', 'b'.repeat(64), (photo) => addArea(photo, areaNamed('lips')));
    expect(sitting.document!.photos[0]!.areas).toHaveLength(1);
  });
});

describe('keeping the open sitting', () => {
  it('stores by itself shortly after a change', async () => {
    vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'performance'] });
    const sitting = useSitting();
    sitting.change('rename', named('Spring'));
    expect(sitting.saved).toBe(false);
    await vi.advanceTimersByTimeAsync(250);
    vi.useRealTimers();
    await sitting.save();
    expect([await storedName(), sitting.saved]).toEqual(['Spring', true]);
  });

  it('never stores a gesture before it has ended, even when it is saved in the middle of one', async () => {
    const sitting = useSitting();
    sitting.change('rename', named('Spring'));
    sitting.beginGesture('drag');
    sitting.change('step', named('half way'));
    await sitting.save();
    expect(await storedName()).toBe('Spring');
    sitting.cancelGesture();
    await sitting.save();
    expect([sitting.document!.name, await storedName()]).toEqual(['Spring', 'Spring']);
  });

  it('stores history with it, so that undo goes on after it is opened again', async () => {
    const sitting = useSitting();
    sitting.change('rename', named('Spring'));
    sitting.change('rename', named('Summer'));
    await sitting.close();
    await sitting.open('one');
    sitting.undo();
    expect(sitting.document!.name).toBe('Spring');
  });

  it('does not write over what was changed elsewhere, says so, and goes on as a copy', async () => {
    const sitting = useSitting();
    await saveSitting(database(), { ...sittingWith(photoWith()), name: 'Theirs' }, EMPTY_HISTORY, {
      ...NOT_STORED,
      revision: (await database().sittings.get('one'))!.revision,
    });
    sitting.change('rename', named('Mine'));
    await sitting.save();
    expect([await storedName(), sitting.saveProblem?.reason]).toEqual(['Theirs', 'changed-elsewhere']);
    await sitting.becomeCopy('two', 'Mine, copy');
    expect([sitting.saveProblem, await storedName()]).toEqual([undefined, 'Theirs']);
    expect((await database().sittings.get('two'))?.document.name).toBe('Mine, copy');
  });

  it('knows when it was taken away, and can be stored anew', async () => {
    const sitting = useSitting();
    expect(await sitting.isGone()).toBe(false);
    await database().sittings.clear();
    expect(await sitting.isGone()).toBe(true);
    await sitting.storeAnew();
    expect(await storedName()).toBe('Winter season');
  });

  it('is not there when nobody stored it', async () => {
    expect(await useSitting().open('nobody')).toBe(false);
  });
});
