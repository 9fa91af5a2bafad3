import type { Database, ProgressRow } from './database';

/** What a change of it may say. */
export type ProgressChange = Partial<Omit<ProgressRow, 'sittingId' | 'photoId'>>;

/** Of all photos of a sitting, by the photo. */
export async function readProgress(
  db: Database,
  sittingId: string,
): Promise<ReadonlyMap<string, ProgressRow>> {
  const rows = await db.progress.where('sittingId').equals(sittingId).toArray();
  return new Map(rows.map((row) => [row.photoId, row]));
}

/** Notes what became known of a photo. @returns all that is known of it now */
export async function noteProgress(
  db: Database,
  sittingId: string,
  photoId: string,
  change: ProgressChange,
): Promise<ProgressRow> {
  return db.transaction('rw', db.progress, async () => {
    const row = { ...(await db.progress.get([sittingId, photoId])), ...change, sittingId, photoId };
    await db.progress.put(row);
    return row;
  });
}
