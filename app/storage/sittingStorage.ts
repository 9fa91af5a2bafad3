import { KINDS } from '#kinds/registry.gen';
import { EMPTY_HISTORY } from '#core/document/history';
import type { Checkpoint, History } from '#core/document/history';
import { parseSitting } from '#core/document/parse';
import type { Sitting } from '#core/document/schema';
import type { Database, SittingRow } from './database';

/** Deleted sittings can be brought back for a day. */
const DELETED_FOR_MS = 24 * 3600 * 1000;

/** The sittings that are not deleted, latest first. */
export async function listSittings(db: Database): Promise<SittingRow[]> {
  const rows = await db.sittings.orderBy('updatedAt').reverse().toArray();
  return rows.filter((row) => !row.deletedAt);
}

/**
 * @returns undefined when there is no such sitting
 * @throws {DocumentError} when what is stored does not parse; it is left as it is
 */
export async function loadSitting(db: Database, id: string): Promise<{ sitting: Sitting; history: History } | undefined> {
  const row = await db.sittings.get(id);
  if (!row || row.deletedAt) return undefined;
  const rows = await db.checkpoints.where('sittingId').equals(id).sortBy('number');
  const checkpoints = rows.map(({ checkpoint }) => checkpoint);
  const history = row.cursor <= checkpoints.length ? { checkpoints, cursor: row.cursor } : EMPTY_HISTORY;
  return { sitting: parseSitting(row.document, KINDS), history };
}

/**
 * Writes a sitting and what is new in its history, all or nothing.
 * @param stored the checkpoints written before
 */
export async function saveSitting(db: Database, sitting: Sitting, history: History, stored: readonly Checkpoint[]): Promise<void> {
  const before = new Set(stored), now = new Set(history.checkpoints);
  const gone = stored.filter((checkpoint) => !now.has(checkpoint)).map(({ number }): [string, number] => [sitting.id, number]);
  const added = history.checkpoints.filter((checkpoint) => !before.has(checkpoint)).map((checkpoint) => ({ sittingId: sitting.id, number: checkpoint.number, checkpoint }));
  await db.transaction('rw', db.sittings, db.checkpoints, async () => {
    await db.checkpoints.bulkDelete(gone);
    await db.checkpoints.bulkPut(added);
    await db.sittings.put(rowOf(sitting, history.cursor));
  });
}

/** A copy under a new id and name; its history starts anew. */
export async function duplicateSitting(db: Database, id: string, copyId: string, name: string, now: string): Promise<void> {
  const loaded = await loadSitting(db, id);
  if (!loaded) return;
  await db.sittings.put(rowOf({ ...loaded.sitting, id: copyId, name, createdAt: now, updatedAt: now }, 0));
}

/** Hides a sitting, or brings it back when `deletedAt` is undefined. */
export async function markDeleted(db: Database, id: string, deletedAt: string | undefined): Promise<void> {
  await db.sittings.update(id, { deletedAt });
}

/** Removes for good what was deleted a day ago, and photos that no sitting holds any more. */
export async function sweep(db: Database, now: number): Promise<void> {
  await db.transaction('rw', db.sittings, db.checkpoints, db.photos, db.thumbs, db.plates, async () => {
    const rows = await db.sittings.toArray();
    const old = rows.filter((row) => row.deletedAt && now - Date.parse(row.deletedAt) > DELETED_FOR_MS).map(({ id }) => id);
    await db.sittings.bulkDelete(old);
    await db.checkpoints.where('sittingId').anyOf(old).delete();
    const used = new Set(rows.filter((row) => !old.includes(row.id)).flatMap((row) => row.photoIds));
    const unused = (await db.photos.toCollection().primaryKeys()).filter((id) => !used.has(id));
    await db.photos.bulkDelete(unused);
    await db.thumbs.bulkDelete(unused);
    // Undo may bring a plate back: what the history names is kept too.
    const kept = new Set<string>();
    for (const row of rows.filter(({ id }) => !old.includes(id))) collectTexts(row.document, kept);
    await db.checkpoints.each((row) => collectTexts(row.checkpoint, kept));
    await db.plates.bulkDelete((await db.plates.toCollection().primaryKeys()).filter((name) => !kept.has(name)));
  });
}

/** Every text in a value: a plate's name may stand in a mark, or alone in a difference of the history. */
function collectTexts(value: unknown, texts: Set<string>): void {
  if (typeof value === 'string') texts.add(value);
  else if (typeof value === 'object' && value !== null) for (const entry of Object.values(value)) collectTexts(entry, texts);
}

function rowOf(sitting: Sitting, cursor: number): SittingRow {
  return { id: sitting.id, name: sitting.name, updatedAt: sitting.updatedAt, photoIds: sitting.photos.map(({ id }) => id), document: sitting, cursor };
}
