import { newPhoto, newSitting } from '#core/document/commands';
import { EMPTY_HISTORY } from '#core/document/history';
import { demoListSchema } from '#core/formats/demoList';
import type { DemoList } from '#core/formats/demoList';
import { database } from './database';
import { StorageError } from './storageError';
import { NOT_STORED, saveSitting } from './sittingStorage';

/** Under which the demo sitting is stored. */
export const DEMO_SITTING_ID = 'demo';

async function demoList(): Promise<DemoList> {
  const response = await fetch('/api/demo');
  if (!response.ok) throw new Error(`the demo list could not be fetched (${response.status})`);
  return demoListSchema.parse(await response.json());
}

/** The file of a demo photo or of a demo clip; undefined for any other id. */
export async function fetchDemoFile(id: string): Promise<Blob | undefined> {
  const { photos } = await demoList();
  const clips = photos.flatMap(({ frame }) => (frame ? [{ id: frame.clip, file: frame.file }] : []));
  const entry = [...photos, ...clips].find((known) => known.id === id);
  if (!entry) return undefined;
  const response = await fetch(`/api/demo/${entry.file}`);
  return response.ok ? response.blob() : undefined;
}

/**
 * Lays out the demo sitting, unless it is there, deleted ones included. Its files are fetched when they are
 * looked at.
 */
export async function seedDemo(): Promise<void> {
  const db = database();
  if (await db.sittings.get(DEMO_SITTING_ID)) return;
  const list = await demoList();
  const sitting = newSitting(DEMO_SITTING_ID, list.sitting, new Date().toISOString());
  await saveSitting(db, { ...sitting, photos: list.photos.map(newPhoto) }, EMPTY_HISTORY, NOT_STORED).catch(
    (error) => {
      // Another tab laid it out in the meantime.
      if (!(error instanceof StorageError)) throw error;
    },
  );
}
