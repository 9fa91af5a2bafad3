import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { EffectScope } from 'vue';
import { newPhoto, newSitting } from '#core/document/commands';
import { EMPTY_HISTORY } from '#core/document/history';
import { freshPage, settle } from '../../tests/fixtures/page';
import { database } from '../storage/database';
import { NOT_STORED, loadSitting, saveSitting } from '../storage/sittingStorage';
import { useNotices } from '../stores/notices';
import { useSittingList } from './useSittingList';

/** ids of sittings that another tab works on */
const taken = new Set<string>();
const NAMES = ['Winter 10', 'Winter 9', 'Spring'];

let scope: EffectScope;
let list: ReturnType<typeof useSittingList>;
beforeEach(async () => {
  vi.stubGlobal('navigator', {
    locks: {
      request: (name: string, _: unknown, work: (lock: object | null) => Promise<unknown>) =>
        work(taken.has(name.split(':')[1]!) ? null : {}),
    },
  });
  taken.clear();
  await database().sittings.clear();
  await database().checkpoints.clear();
  for (const [n, name] of NAMES.entries()) {
    const at = new Date(Date.UTC(2026, 5, 10 - n)).toISOString();
    const photos = [newPhoto({ id: `${n}`.repeat(64), file: `${name} portrait.jpg`, width: 10, height: 10 })];
    const sitting = { ...newSitting(`s${n}`, name, at), tags: n === 2 ? ['tour'] : ['season'], photos };
    await saveSitting(database(), sitting, EMPTY_HISTORY, NOT_STORED);
  }
  scope = freshPage();
  list = scope.run(() => useSittingList())!;
  await list.refresh();
});
const names = () => list.shown.value.map(({ name }) => name);
const row = (name: string) => list.rows.value!.find((one) => one.name === name)!;

describe('the list of sittings', () => {
  it('undoes one change alone, whatever was changed after it', async () => {
    await list.rename(row('Spring'), 'Early spring');
    const [undo] = useNotices().notices[0]!.actions;
    await list.note(row('Early spring'), 'no orange');
    undo!.run();
    await settle(20);
    expect((await loadSitting(database(), 's2'))!.sitting).toMatchObject({
      name: 'Spring',
      note: 'no orange',
    });
  });

  it('makes changes that come at once one after the other', async () => {
    await Promise.all([list.note(row('Spring'), 'first'), list.retag(row('Spring'), ['a', 'b'])]);
    expect((await loadSitting(database(), 's2'))!.sitting).toMatchObject({ note: 'first', tags: ['a', 'b'] });
  });

  it('leaves a sitting alone that is open elsewhere, and says so', async () => {
    taken.add('s0');
    await list.remove(row('Winter 10'));
    expect(names()).toContain('Winter 10');
    expect(useNotices().notices[0]!.text).toContain('is open in another tab. Delete it there');
    await list.remove(row('Winter 9'));
    expect(names()).toEqual(['Winter 10', 'Spring']);
  });
});
