import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { shotPlace, addArea, newPhoto, newSitting } from '#core/document/commands';
import { EMPTY_HISTORY, recordCheckpoint, undo } from '#core/document/history';
import type { Photo, Sitting } from '#core/document/schema';
import { areaNamed } from '../../tests/fixtures/documents';
import { mark } from '../../tests/fixtures/plans';
import { STARTERS } from '#kinds/presets/starters';
import { Database } from './database';
import { dropPreset, keepPreset, listPresets } from './presetStorage';
import { noteProgress, readProgress } from './progressStorage';
import {
  NOT_STORED,
  duplicateSitting,
  listSittings,
  loadSitting,
  markDeleted,
  saveSitting,
  sweep,
} from './sittingStorage';

const NOW = '2026-11-25T10:00:00.000Z';
const DAY = 24 * 3600 * 1000;
const photo = newPhoto({ id: 'a'.repeat(64), file: 'a.jpg', width: 100, height: 80 });
const withPlate = (open: Photo, plate: string) =>
  addArea(open, areaNamed(plate, 'hair', [mark('found-part', { sitter: 's', part: 'hair', plate })]));
const sitting = (id: string, photos: readonly Photo[] = [photo]): Sitting => ({
  ...newSitting(id, `Sitting ${id}`, NOW),
  photos,
});
const region = { x: 0, y: 0, width: 2, height: 1, outWidth: 2, outHeight: 1 };

let db: Database;
let count = 0;
beforeEach(async () => {
  db = new Database(`test-${++count}`);
  for (const name of ['kept', 'undone', 'lost'])
    await db.plates.put({ name, region, packed: new Blob(['x']) });
  await db.photos.put({ id: photo.id, name: photo.file, file: new Blob(['photo']) });
});

describe('sittings in the browser’s storage', () => {
  it('come back as they were, history and its cursor too', async () => {
    const before = sitting('one');
    const after = { ...before, name: 'Winter season' };
    const history = recordCheckpoint(EMPTY_HISTORY, 'rename sitting', before, after);
    await saveSitting(db, after, history, NOT_STORED);
    const loaded = (await loadSitting(db, 'one'))!;
    expect(loaded).toEqual({ sitting: after, history, revision: 1, setAside: [] });
    const undone = undo(loaded.history, loaded.sitting)!;
    await saveSitting(db, undone.document, undone.history, {
      revision: loaded.revision,
      checkpoints: history.checkpoints,
    });
    expect((await loadSitting(db, 'one'))!.sitting.name).toBe('Sitting one');
    expect((await loadSitting(db, 'one'))!.history.cursor).toBe(0);
  });

  it('are hidden when deleted, come back, and are gone with their photos after a day', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    await markDeleted(db, 'one', NOW);
    expect(await listSittings(db)).toEqual([]);
    await sweep(db, Date.parse(NOW) + DAY / 2);
    await markDeleted(db, 'one', undefined);
    expect((await listSittings(db)).map(({ id }) => id)).toEqual(['one']);
    await markDeleted(db, 'one', NOW);
    await sweep(db, Date.parse(NOW) + 2 * DAY);
    expect([await db.sittings.count(), await db.photos.count()]).toEqual([0, 0]);
  });

  it('keep the clips of their shots, and what was followed through these', async () => {
    const [clip, old] = ['c'.repeat(64), 'd'.repeat(64)];
    const key = { ...photo, frame: shotPlace({ clip, file: 'walk.webm', n: 3 }) };
    await saveSitting(db, sitting('one', [key]), EMPTY_HISTORY, NOT_STORED);
    for (const id of [clip, old]) {
      await db.photos.put({ id, name: 'walk.webm', file: new Blob(['clip']) });
      await db.followed.put({ clip: id, key: photo.id, n: 3, as: 'x', photo: key, plates: [], notes: [] });
      await db.shotPictures.put({ clip: id, n: 3, as: 'x', picture: new Blob(['picture']) });
    }
    await sweep(db, Date.parse(NOW));
    expect((await db.photos.toCollection().primaryKeys()).sort()).toEqual([photo.id, clip].sort());
    expect((await db.followed.toArray()).map((row) => row.clip)).toEqual([clip]);
    expect((await db.shotPictures.toArray()).map((row) => row.clip)).toEqual([clip]);
  });

  it('are duplicated under a new name, without the history', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    await duplicateSitting(db, 'one', { copyId: 'two', name: 'Copy', now: NOW });
    expect((await loadSitting(db, 'two'))!).toMatchObject({
      sitting: { id: 'two', name: 'Copy', photos: [photo] },
      history: EMPTY_HISTORY,
    });
  });

  it('keep the plates that they or their history name; others are swept', async () => {
    const before = sitting('one', [withPlate(photo, 'undone')]);
    const after = sitting('one', [withPlate(photo, 'kept')]);
    await saveSitting(db, after, recordCheckpoint(EMPTY_HISTORY, 'find', before, after), NOT_STORED);
    await sweep(db, Date.parse(NOW));
    expect((await db.plates.toCollection().primaryKeys()).sort()).toEqual(['kept', 'undone']);
  });

  it('of which nothing fits are refused and left as they are', async () => {
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    await db.sittings.update('one', { document: { schema: 1, nonsense: true } as never });
    await expect(loadSitting(db, 'one')).rejects.toThrow(/document/);
    expect((await db.sittings.get('one'))!.document).toEqual({ schema: 1, nonsense: true });
  });
});

describe('nothing is written that could not be opened again', () => {
  const tooMany = (open: Photo): Photo => ({
    ...open,
    readings: [{ id: 'r', areaId: 'gone', rung: 'light', x: 1, y: 1, size: 9 }],
  });

  it('and what was stored stays', async () => {
    const revision = await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    const bad = sitting('one', [tooMany(photo)]);
    await expect(saveSitting(db, bad, EMPTY_HISTORY, { revision, checkpoints: [] })).rejects.toThrow(
      /document/,
    );
    await expect(
      saveSitting(db, { ...sitting('two'), name: ' ' }, EMPTY_HISTORY, NOT_STORED),
    ).rejects.toThrow(/document/);
    expect((await loadSitting(db, 'one'))!.sitting).toEqual(sitting('one'));
    expect(await db.sittings.count()).toBe(1);
  });

  it('and what an older version stored opens without what does not fit, which is set aside', async () => {
    const before = sitting('one', [withPlate(photo, 'kept')]);
    const history = recordCheckpoint(EMPTY_HISTORY, 'find', sitting('one'), before);
    await saveSitting(db, before, history, NOT_STORED);
    const damaged = structuredClone(before) as unknown as {
      photos: { areas: { marks: { kind: string }[] }[]; readings: unknown[] }[];
    };
    damaged.photos[0]!.areas[0]!.marks.push({
      ...structuredClone(damaged.photos[0]!.areas[0]!.marks[0]!),
      kind: 'sorcery',
    });
    damaged.photos[0]!.readings.push({ id: 'r', areaId: 'kept', rung: 'light', x: 1, y: 1, size: 0 });
    await db.sittings.update('one', { document: damaged as never });
    const loaded = (await loadSitting(db, 'one'))!;
    expect(loaded.sitting.photos[0]!.areas[0]!.marks.length).toBe(1);
    expect(loaded.sitting.photos[0]!.readings[0]!.size).toBe(1);
    expect(loaded.setAside.map(({ what, mended }) => [what, mended])).toEqual([
      ['mark “sorcery”', false],
      ['photos.0.readings.0.size', true],
    ]);
    expect(loaded.history).toEqual(EMPTY_HISTORY);
    const [aside] = await db.setAside.toArray();
    expect([aside!.document, aside!.checkpoints]).toEqual([damaged, history.checkpoints]);
    // From then on it opens without a word.
    expect((await loadSitting(db, 'one'))!.setAside).toEqual([]);
    await saveSitting(db, { ...loaded.sitting, name: 'Mended' }, loaded.history, {
      revision: loaded.revision,
      checkpoints: [],
    });
  });
});

describe('nobody writes over what he has not seen', () => {
  it('a sitting that was changed, deleted or cleared elsewhere', async () => {
    const revision = await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    const elsewhere = { ...sitting('one'), name: 'Elsewhere' };
    await saveSitting(db, elsewhere, EMPTY_HISTORY, { revision, checkpoints: [] });
    const mine = saveSitting(db, { ...sitting('one'), name: 'Mine' }, EMPTY_HISTORY, {
      revision,
      checkpoints: [],
    });
    await expect(mine).rejects.toMatchObject({ reason: 'changed-elsewhere' });
    expect((await db.sittings.get('one'))!.name).toBe('Elsewhere');
    await markDeleted(db, 'one', NOW);
    await expect(
      saveSitting(db, elsewhere, EMPTY_HISTORY, { revision: 2, checkpoints: [] }),
    ).rejects.toMatchObject({ reason: 'deleted-elsewhere' });
    expect((await db.sittings.get('one'))!.deletedAt).toBe(NOW);
    await db.sittings.clear();
    await expect(
      saveSitting(db, elsewhere, EMPTY_HISTORY, { revision: 2, checkpoints: [] }),
    ).rejects.toMatchObject({ reason: 'gone' });
    await expect(saveSitting(db, elsewhere, EMPTY_HISTORY, NOT_STORED)).resolves.toBe(1);
  });
});

describe('sweeping', () => {
  it('leaves what was stored within a day: it may belong to work in another tab that is not saved yet', async () => {
    const now = Date.parse(NOW);
    await db.photos.put({ id: 'fresh', name: 'f.jpg', file: new Blob(['f']), storedAt: now - 60_000 });
    await db.photos.put({ id: 'old', name: 'o.jpg', file: new Blob(['o']), storedAt: now - 2 * DAY });
    await db.plates.put({ name: 'fresh plate', region, packed: new Blob(['x']), storedAt: now - 60_000 });
    await sweep(db, now);
    expect(await db.photos.toCollection().primaryKeys()).toEqual(['fresh']);
    expect(await db.plates.toCollection().primaryKeys()).toEqual(['fresh plate']);
    await sweep(db, now + 2 * DAY);
    expect(await db.photos.count()).toBe(0);
  });
});

describe('what is known of the work beside it', () => {
  it('is added to by each note, and goes with its sitting', async () => {
    await noteProgress(db, 'one', photo.id, { checkedAs: 'k' });
    const row = await noteProgress(db, 'one', photo.id, { exportedAs: 'e' });
    expect(row).toEqual({ sittingId: 'one', photoId: photo.id, checkedAs: 'k', exportedAs: 'e' });
    await noteProgress(db, 'two', photo.id, { checkedAs: 'other' });
    expect([...(await readProgress(db, 'one')).values()]).toEqual([row]);
    await saveSitting(db, sitting('one'), EMPTY_HISTORY, NOT_STORED);
    await markDeleted(db, 'one', NOW);
    await sweep(db, Date.parse(NOW) + 2 * DAY);
    expect((await readProgress(db, 'one')).size).toBe(0);
    expect((await readProgress(db, 'two')).size).toBe(1);
  });

  it('presets are kept, the latest first; what cannot be read is left where it is', async () => {
    const [soft, calm] = [STARTERS[2]!, STARTERS[0]!];
    await keepPreset(db, soft, '2026-11-25T10:00:00.000Z');
    await keepPreset(db, calm, '2026-11-26T10:00:00.000Z');
    await db.presets.put({ id: 'torn', savedAt: NOW, preset: { name: 3 } });
    expect((await listPresets(db)).map(({ id }) => id)).toEqual([calm.id, soft.id]);
    await dropPreset(db, calm.id);
    expect((await listPresets(db)).map(({ id }) => id)).toEqual([soft.id]);
    expect(await db.presets.count()).toBe(2);
    await expect(keepPreset(db, { ...soft, steps: [] }, NOW)).rejects.toThrow();
  });
});
