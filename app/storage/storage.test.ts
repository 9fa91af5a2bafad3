import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { addArea, newPhoto, newSitting } from '#core/document/commands';
import { EMPTY_HISTORY, recordCheckpoint, undo } from '#core/document/history';
import { NO_EDGE_CARE } from '#core/document/schema';
import type { Photo, Sitting } from '#core/document/schema';
import { Database } from './database';
import { duplicateSitting, listSittings, loadSitting, markDeleted, saveSitting, sweep } from './sittingStorage';

const NOW = '2026-11-25T10:00:00.000Z', DAY = 24 * 3600 * 1000;
const photo = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 100, height: 80 });
const withPlate = (open: Photo, plate: string) => addArea(open, { id: plate, name: plate, part: 'hair', sitter: null, inverted: false, edgeCare: NO_EDGE_CARE, marks: [{ id: 'm', kind: 'found-part', version: 1, mode: 'add', on: true, parameters: { sitter: 's', part: 'hair', plate } }] });
const sitting = (id: string, photos: readonly Photo[] = [photo]): Sitting => ({ ...newSitting(id, `Sitting ${id}`, NOW), photos });
const region = { x: 0, y: 0, width: 2, height: 1, outWidth: 2, outHeight: 1 };

let db: Database, count = 0;
beforeEach(async () => {
  db = new Database(`test-${++count}`);
  for (const name of ['kept', 'undone', 'lost']) await db.plates.put({ name, region, packed: new Blob(['x']) });
  await db.photos.put({ id: photo.id, name: photo.file, file: new Blob(['photo']) });
});

describe('sittings in the browser’s storage', () => {
  it('come back as they were, history and its cursor too', async () => {
    const before = sitting('one'), after = { ...before, name: 'Winter season' }, history = recordCheckpoint(EMPTY_HISTORY, 'rename sitting', before, after);
    await saveSitting(db, after, history, []);
    const loaded = (await loadSitting(db, 'one'))!;
    expect(loaded).toEqual({ sitting: after, history });
    const undone = undo(loaded.history, loaded.sitting)!;
    await saveSitting(db, undone.document, undone.history, history.checkpoints);
    expect((await loadSitting(db, 'one'))!.sitting.name).toBe('Sitting one');
    expect((await loadSitting(db, 'one'))!.history.cursor).toBe(0);
  });

  it('are hidden when deleted, come back, and are gone with their photos after a day', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, []);
    await markDeleted(db, 'one', NOW);
    expect(await listSittings(db)).toEqual([]);
    await sweep(db, Date.parse(NOW) + DAY / 2);
    await markDeleted(db, 'one', undefined);
    expect((await listSittings(db)).map(({ id }) => id)).toEqual(['one']);
    await markDeleted(db, 'one', NOW);
    await sweep(db, Date.parse(NOW) + 2 * DAY);
    expect([await db.sittings.count(), await db.photos.count()]).toEqual([0, 0]);
  });

  it('are duplicated under a new name, without the history', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, []);
    await duplicateSitting(db, 'one', 'two', 'Copy', NOW);
    expect((await loadSitting(db, 'two'))!).toMatchObject({ sitting: { id: 'two', name: 'Copy', photos: [photo] }, history: EMPTY_HISTORY });
  });

  it('keep the plates that they or their history name; others are swept', async () => {
    const before = sitting('one', [withPlate(photo, 'undone')]), after = sitting('one', [withPlate(photo, 'kept')]);
    await saveSitting(db, after, recordCheckpoint(EMPTY_HISTORY, 'find', before, after), []);
    await sweep(db, Date.parse(NOW));
    expect((await db.plates.toCollection().primaryKeys()).sort()).toEqual(['kept', 'undone']);
  });

  it('that are damaged are refused and left as they are', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, []);
    await db.sittings.update('one', { document: { schema: 1, nonsense: true } as never });
    await expect(loadSitting(db, 'one')).rejects.toThrow(/document/);
    expect((await db.sittings.get('one'))!.document).toEqual({ schema: 1, nonsense: true });
  });
});
