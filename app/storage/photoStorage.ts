import type { Photo } from '#core/document/schema';
import { database } from './database';
import { fetchDemoFile } from './demo';

/** Files that the browser refused to store; they live as long as the page. */
const unstored = new Map<string, Blob>();
/** Files that were opened in this page: should the browser lose what it stored, they can be stored anew. */
const held = new Map<string, Blob>();

/**
 * Stores a photo's file and its small picture. When the browser refuses, the file is kept in memory and the
 * error thrown.
 */
export async function storePhoto(id: string, name: string, file: Blob, thumb: Blob): Promise<void> {
  const db = database();
  held.set(id, file);
  try {
    await db.transaction('rw', db.photos, db.thumbs, async () => {
      await db.photos.put({ id, name, file, storedAt: Date.now() });
      await db.thumbs.put({ photoId: id, picture: thumb });
    });
    unstored.delete(id);
  } catch (error) {
    unstored.set(id, file);
    throw error;
  }
}

/** Stores the clip of a shot, as photos are. When the browser refuses, it is kept in memory and the error thrown. */
export async function storeClip(id: string, name: string, file: Blob): Promise<void> {
  held.set(id, file);
  try {
    await database().photos.put({ id, name, file, storedAt: Date.now() });
    unstored.delete(id);
  } catch (error) {
    unstored.set(id, file);
    throw error;
  }
}

/** The file of a photo, as it was opened. @throws {Error} when it is nowhere to be found */
export async function photoFile(photo: Pick<Photo, 'id' | 'file'>): Promise<Blob> {
  const row = await database().photos.get(photo.id);
  const file = row?.file ?? unstored.get(photo.id) ?? held.get(photo.id) ?? (await fetchDemoFile(photo.id));
  if (!file)
    throw new Error(`the file of “${photo.file}” is no longer stored in this browser. Open the photo again`);
  held.set(photo.id, file);
  return file;
}

/** Whether a photo's file lies in the browser's storage. */
export async function isPhotoStored(id: string): Promise<boolean> {
  return (await database().photos.where('id').equals(id).count()) > 0;
}

/** Stores the files anew that this page holds. @returns the photos whose files are lost */
export async function storeHeldPhotos(
  photos: readonly Pick<Photo, 'id' | 'file'>[],
): Promise<readonly string[]> {
  const lost: string[] = [];
  for (const { id, file: name } of photos) {
    const file = held.get(id) ?? (await fetchDemoFile(id).catch(() => undefined));
    try {
      const bytes = await file!.arrayBuffer();
      await database().photos.put({
        id,
        name,
        file: new Blob([bytes], { type: file!.type }),
        storedAt: Date.now(),
      });
    } catch {
      lost.push(name);
    }
  }
  return lost;
}

/** Whether files live in this page alone. */
export function hasUnstoredPhotos(): boolean {
  return unstored.size > 0;
}

/** A photo in small; undefined while there is none. */
export async function thumbOf(photoId: string): Promise<Blob | undefined> {
  return (await database().thumbs.get(photoId))?.picture;
}
