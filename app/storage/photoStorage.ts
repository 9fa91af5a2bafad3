import type { Photo } from '#core/document/schema';
import { database } from './database';
import { fetchDemoFile } from './demo';

/** Files that the browser refused to store; they live as long as the page. */
const unstored = new Map<string, Blob>();

/** Stores a photo's file and its small picture. When the browser refuses, the file is kept in memory and the error thrown. */
export async function storePhoto(id: string, name: string, file: Blob, thumb: Blob): Promise<void> {
  const db = database();
  try {
    await db.transaction('rw', db.photos, db.thumbs, async () => {
      await db.photos.put({ id, name, file });
      await db.thumbs.put({ photoId: id, picture: thumb });
    });
    unstored.delete(id);
  } catch (error) {
    unstored.set(id, file);
    throw error;
  }
}

/** The file of a photo, as it was opened. @throws {Error} when it is nowhere to be found */
export async function photoFile(photo: Pick<Photo, 'id' | 'file'>): Promise<Blob> {
  const row = await database().photos.get(photo.id);
  const file = row?.file ?? unstored.get(photo.id) ?? (await fetchDemoFile(photo.id));
  if (!file) throw new Error(`the file of “${photo.file}” is no longer stored in this browser. Open the photo again`);
  return file;
}

export async function thumbOf(photoId: string): Promise<Blob | undefined> {
  return (await database().thumbs.get(photoId))?.picture;
}
