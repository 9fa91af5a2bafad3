import { recordCheckpoint } from '#core/document/history';
import { copyName } from '#core/document/names';
import type { Sitting } from '#core/document/schema';
import { computed, ref, shallowRef } from 'vue';
import { database } from '../storage/database';
import type { SittingRow } from '../storage/database';
import {
  duplicateSitting,
  listSittings,
  loadSitting,
  markDeleted,
  saveSitting,
} from '../storage/sittingStorage';
import { useNotices } from '../stores/notices';
import { whileNobodyWorks } from './useSittingLock';

/** In which order the sittings stand. */
export const SITTING_ORDERS = ['changed', 'begun', 'name'] as const;
export type SittingOrder = (typeof SITTING_ORDERS)[number];

const begun = ({ document, updatedAt }: SittingRow) => document?.createdAt ?? updatedAt;
const ORDERS: Readonly<Record<SittingOrder, (p: SittingRow, q: SittingRow) => number>> = {
  changed: (p, q) => q.updatedAt.localeCompare(p.updatedAt),
  begun: (p, q) => begun(q).localeCompare(begun(p)),
  name: (p, q) => p.name.localeCompare(q.name, undefined, { numeric: true }),
};

/** What a card shows of a sitting and changes. */
type CardFacts = Partial<Pick<Sitting, 'name' | 'note' | 'tags' | 'archived'>>;

/** All that is searched in a sitting: its name, note, tags, and the names of its photos. */
function textOf({ name, document }: SittingRow): string {
  const files = (Array.isArray(document?.photos) ? document.photos : []).map((photo) => photo?.file);
  return [name, document?.note ?? '', ...tagsOf({ document }), ...files].join('\n').toLowerCase();
}

/** The tags of a stored sitting; of one from before there were any, or of a damaged one, none. */
export function tagsOf({ document }: Pick<SittingRow, 'document'>): readonly string[] {
  return Array.isArray(document?.tags) ? document.tags : [];
}

/** The sittings of this browser: searched, sorted, changed, each change with its undo. */
export function useSittingList() {
  const notices = useNotices();
  const db = database();
  const rows = shallowRef<readonly SittingRow[]>();
  const wanted = ref('');
  const order = ref<SittingOrder>('changed');
  const tag = ref('');
  const showsArchived = ref(false);

  const tags = computed(() => [...new Set((rows.value ?? []).flatMap(tagsOf))].sort());
  const archived = computed(() => (rows.value ?? []).filter(({ document }) => document?.archived).length);
  const shown = computed(() => {
    const words = wanted.value.trim().toLowerCase().split(/\s+/).filter(Boolean);
    return (rows.value ?? [])
      .filter(
        (row) =>
          (showsArchived.value || !row.document?.archived) &&
          (tag.value === '' || tagsOf(row).includes(tag.value)) &&
          words.every((word) => textOf(row).includes(word)),
      )
      .toSorted(ORDERS[order.value]);
  });

  async function refresh(): Promise<void> {
    rows.value = await listSittings(db);
  }

  async function guarded(work: () => Promise<void>): Promise<void> {
    try {
      await work();
    } catch (error) {
      notices.problem(error);
    }
    await refresh().catch((error) => notices.problem(error));
  }

  /** One change after the other, so that none stands in the way of the next. */
  let changes: Promise<unknown> = Promise.resolve();

  /** A sitting that is worked on in another tab is changed there alone. */
  async function alone(row: SittingRow, doing: string, work: () => Promise<void>): Promise<void> {
    const mine = changes.then(() => whileNobodyWorks(row.id, work));
    changes = mine.catch(() => undefined);
    if (!(await mine))
      notices.say(`“${row.name}” is open in another tab. ${doing} it there, or close that tab first.`);
  }

  /** Changes what a card shows; undo brings back that alone. */
  const change = (
    row: SittingRow,
    words: { readonly doing: string; readonly said: string },
    next: CardFacts,
  ) =>
    guarded(() =>
      alone(row, words.doing, async () => {
        const loaded = await loadSitting(db, row.id);
        if (!loaded) return;
        const before = loaded.sitting;
        const after = { ...before, ...next, updatedAt: new Date().toISOString() };
        const { checkpoints } = loaded.history;
        const label = `${words.doing.toLowerCase()} sitting`;
        const history = recordCheckpoint(loaded.history, label, before, after);
        await saveSitting(db, after, history, { revision: loaded.revision, checkpoints });
        const names = Object.keys(next) as (keyof CardFacts)[];
        const back = Object.fromEntries(names.map((name) => [name, before[name]]));
        notices.say(words.said, { label: 'Undo', run: () => void change(row, words, back) });
      }),
    );

  const rename = (row: SittingRow, name: string) =>
    change(row, { doing: 'Rename', said: `Renamed “${row.name}” to “${name}”.` }, { name });
  const note = (row: SittingRow, text: string) =>
    change(row, { doing: 'Describe', said: `The note of “${row.name}” is kept.` }, { note: text });
  const retag = (row: SittingRow, tags: readonly string[]) =>
    change(row, { doing: 'Tag', said: `The tags of “${row.name}” are kept.` }, { tags });
  const archive = (row: SittingRow, archived: boolean) =>
    change(
      row,
      { doing: 'Archive', said: `“${row.name}” is ${archived ? 'in' : 'out of'} the archive.` },
      { archived },
    );

  const duplicate = (row: SittingRow) =>
    guarded(async () => {
      const id = crypto.randomUUID();
      const now = new Date().toISOString();
      await duplicateSitting(db, row.id, { copyId: id, name: copyName(row.name), now });
      notices.say(`Duplicated “${row.name}”.`, {
        label: 'Undo',
        run: () => void guarded(() => markDeleted(db, id, new Date().toISOString())),
      });
    });

  const remove = (row: SittingRow) =>
    guarded(() =>
      alone(row, 'Delete', async () => {
        await markDeleted(db, row.id, new Date().toISOString());
        notices.say(`Deleted “${row.name}”. It can be brought back until this notice goes.`, {
          label: 'Undo',
          run: () => void guarded(() => markDeleted(db, row.id, undefined)),
        });
      }),
    );

  return {
    rows,
    shown,
    wanted,
    order,
    tag,
    tags,
    archived,
    showsArchived,
    refresh,
    guarded,
    rename,
    note,
    retag,
    archive,
    duplicate,
    remove,
  };
}
