import { KINDS } from '#kinds/registry.gen';
import { filesOf } from '#core/document/filesOf';
import { makeDocumentCheck } from '#core/document/documentCheck';
import { EMPTY_HISTORY } from '#core/document/history';
import type { Checkpoint, History } from '#core/document/history';
import { fitName } from '#core/document/names';
import { parseSitting } from '#core/document/parse';
import { salvageSitting } from '#core/document/salvage';
import type { SetAside } from '#core/document/salvage';
import type { Sitting } from '#core/document/schema';
import { DocumentError } from '#core/errors';
import type { Database, SittingRow } from './database';
import { StorageError } from './storageError';

const DAY_MS = 24 * 3600 * 1000;
/** Deleted sittings can be brought back for a day. */
const DELETED_FOR_MS = DAY_MS;
/** What was stored within a day may belong to work that is not saved yet, in this tab or another. */
const LEASE_MS = DAY_MS;

/** A sitting as it was read, and what of it did not fit. */
export interface LoadedSitting {
  readonly sitting: Sitting;
  readonly history: History;
  readonly revision: number;
  readonly setAside: readonly SetAside[];
}

/** Throws {DocumentError} for a sitting that could not be opened again. */
export const checkSitting = makeDocumentCheck(KINDS);

/** The sittings that are not deleted, latest first. */
export async function listSittings(db: Database): Promise<SittingRow[]> {
  const rows = await db.sittings.orderBy('updatedAt').reverse().toArray();
  return rows.filter((row) => !row.deletedAt);
}

/**
 * A sitting with what fits of it. Where something did not fit, the whole as it was is set aside first.
 * @returns undefined when there is no such sitting
 * @throws {DocumentError} from-the-future, or when nothing of it fits; it is left as it is
 */
export async function loadSitting(db: Database, id: string): Promise<LoadedSitting | undefined> {
  const row = await db.sittings.get(id);
  if (!row || row.deletedAt) return undefined;
  const rows = await db.checkpoints.where('sittingId').equals(id).sortBy('number');
  const checkpoints = rows.map(({ checkpoint }) => checkpoint);
  const history = row.cursor <= checkpoints.length ? { checkpoints, cursor: row.cursor } : EMPTY_HISTORY;
  const revision = row.revision ?? 0;
  try {
    return { sitting: parseSitting(row.document, KINDS), history, revision, setAside: [] };
  } catch (error) {
    if (!(error instanceof DocumentError) || error.reason !== 'invalid') throw error;
    return setAsideMisfits(db, row, history);
  }
}

async function setAsideMisfits(db: Database, row: SittingRow, history: History): Promise<LoadedSitting> {
  const { sitting, setAside } = salvageSitting(row.document, KINDS);
  const revision = (row.revision ?? 0) + 1;
  // Steps of undo name places in lists: once an entry is out they would reach for its neighbour.
  const kept = setAside.every(({ mended }) => mended) ? history : EMPTY_HISTORY;
  await db.transaction('rw', db.sittings, db.checkpoints, db.setAside, async () => {
    const at = new Date().toISOString();
    await db.setAside.add({
      sittingId: row.id,
      at,
      document: row.document,
      checkpoints: history.checkpoints,
    });
    if (kept === EMPTY_HISTORY) await db.checkpoints.where('sittingId').equals(row.id).delete();
    await db.sittings.put(rowOf(sitting, kept.cursor, revision));
  });
  return { sitting, history: kept, revision, setAside };
}

/** What was set aside of a sitting, the latest first. */
export async function setAsideOf(db: Database, sittingId: string): Promise<unknown[]> {
  return (await db.setAside.where('sittingId').equals(sittingId).sortBy('number')).reverse();
}

/** What a sitting's writing goes on from. */
export interface Stored {
  /** undefined for a sitting that is not stored yet */
  readonly revision: number | undefined;
  readonly checkpoints: readonly Checkpoint[];
}

/** What is known of a sitting that was never written. */
export const NOT_STORED: Stored = { revision: undefined, checkpoints: [] };

/**
 * Writes a sitting and what is new in its history, all or nothing.
 * @param stored what was written or read last
 * @returns the revision that it has now
 * @throws {DocumentError} when it could not be opened again: nothing is written
 * @throws {StorageError} when somebody else wrote, deleted or cleared it since
 */
export async function saveSitting(
  db: Database,
  sitting: Sitting,
  history: History,
  stored: Stored,
): Promise<number> {
  checkSitting(sitting);
  const before = new Set(stored.checkpoints);
  const now = new Set(history.checkpoints);
  const gone = stored.checkpoints
    .filter((checkpoint) => !now.has(checkpoint))
    .map(({ number }): [string, number] => [sitting.id, number]);
  const added = history.checkpoints
    .filter((checkpoint) => !before.has(checkpoint))
    .map((checkpoint) => ({ sittingId: sitting.id, number: checkpoint.number, checkpoint }));
  return db.transaction('rw', db.sittings, db.checkpoints, async () => {
    const revision = nextRevision(await db.sittings.get(sitting.id), stored.revision);
    await db.checkpoints.bulkDelete(gone);
    await db.checkpoints.bulkPut(added);
    await db.sittings.put(rowOf(sitting, history.cursor, revision));
    return revision;
  });
}

function nextRevision(row: SittingRow | undefined, expected: number | undefined): number {
  if (expected === undefined) {
    if (row) throw new StorageError('changed-elsewhere');
    return 1;
  }
  if (!row) throw new StorageError('gone');
  if (row.deletedAt) throw new StorageError('deleted-elsewhere');
  if ((row.revision ?? 0) !== expected) throw new StorageError('changed-elsewhere');
  return expected + 1;
}

/** A copy under a new id and name; its history starts anew. */
export async function duplicateSitting(
  db: Database,
  id: string,
  { copyId, name, now }: { readonly copyId: string; readonly name: string; readonly now: string },
): Promise<void> {
  const loaded = await loadSitting(db, id);
  if (!loaded) return;
  const copy = {
    ...loaded.sitting,
    id: copyId,
    name: fitName(name, loaded.sitting.name),
    createdAt: now,
    updatedAt: now,
  };
  await saveSitting(db, copy, EMPTY_HISTORY, NOT_STORED);
}

/** Hides a sitting, or brings it back when `deletedAt` is undefined. */
export async function markDeleted(db: Database, id: string, deletedAt: string | undefined): Promise<void> {
  await db.sittings.update(id, { deletedAt });
}

/**
 * Removes for good what was deleted a day ago, and photos and plates that no sitting holds and that were
 * stored more than a day ago: younger ones may belong to work that is not saved yet.
 */
export async function sweep(db: Database, now: number): Promise<void> {
  await db.transaction(
    'rw',
    [
      db.sittings,
      db.checkpoints,
      db.photos,
      db.thumbs,
      db.plates,
      db.setAside,
      db.progress,
      db.followed,
      db.shotPictures,
      db.followStates,
    ],
    async () => {
      const rows = await db.sittings.toArray();
      const isOld = (row: SittingRow) =>
        row.deletedAt !== undefined && now - Date.parse(row.deletedAt) > DELETED_FOR_MS;
      const old = rows.filter(isOld).map(({ id }) => id);
      const left = rows.filter((row) => !isOld(row));
      await db.sittings.bulkDelete(old);
      await db.checkpoints.where('sittingId').anyOf(old).delete();
      await db.setAside.where('sittingId').anyOf(old).delete();
      await db.progress.where('sittingId').anyOf(old).delete();
      await sweepPhotos(db, left, now);
      await sweepPlates(db, left, now);
    },
  );
}

async function sweepPhotos(db: Database, left: readonly SittingRow[], now: number): Promise<void> {
  const used = new Set(left.flatMap((row) => row.photoIds));
  const unused: string[] = [];
  await db.photos.each(({ id, storedAt }) => {
    if (!used.has(id) && now - (storedAt ?? 0) > LEASE_MS) unused.push(id);
  });
  await db.photos.bulkDelete(unused);
  await db.thumbs.bulkDelete(unused);
  // What was followed can be followed again.
  for (const table of [db.followed, db.shotPictures, db.followStates])
    await table
      .where('clip')
      .noneOf([...used])
      .delete();
}

async function sweepPlates(db: Database, left: readonly SittingRow[], now: number): Promise<void> {
  // Undo may bring a plate back, and so may what was set aside: what they name is kept too.
  const kept = new Set<string>();
  for (const row of left) collectTexts(row.document, kept);
  await db.checkpoints.each((row) => collectTexts(row.checkpoint, kept));
  await db.setAside.each((row) => collectTexts(row, kept));
  const unused: string[] = [];
  await db.plates.each(({ name, storedAt }) => {
    if (!kept.has(name) && now - (storedAt ?? 0) > LEASE_MS) unused.push(name);
  });
  await db.plates.bulkDelete(unused);
}

/** Every text in a value: a plate's name may stand in a mark, or alone in a difference of the history. */
function collectTexts(value: unknown, texts: Set<string>): void {
  if (typeof value === 'string') texts.add(value);
  else if (typeof value === 'object' && value !== null)
    for (const entry of Object.values(value)) collectTexts(entry, texts);
}

function rowOf(sitting: Sitting, cursor: number, revision: number): SittingRow {
  const { id, name, updatedAt } = sitting;
  return {
    id,
    name,
    updatedAt,
    photoIds: filesOf(sitting).map((file) => file.id),
    document: sitting,
    cursor,
    revision,
  };
}
