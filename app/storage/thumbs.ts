import type { PictureWorkers } from '#workers/client';
import { database } from './database';
import { photoFile, thumbOf } from './photoStorage';

/** Pixels. */
export const THUMB_LONG_SIDE = 400;
let queue: Promise<unknown> = Promise.resolve();

/** The small picture of a photo; made and kept when there is none yet, one at a time. */
export async function ensureThumb(
  workers: PictureWorkers,
  photo: { id: string; file: string },
): Promise<Blob> {
  const known = await thumbOf(photo.id);
  if (known) return known;
  const made = queue.then(async () => {
    const file = await photoFile(photo);
    const { thumb: picture } = await workers.analyst.look(photo.file, file, THUMB_LONG_SIDE);
    // A small picture that cannot be kept is made again next time.
    await database()
      .thumbs.put({ photoId: photo.id, picture })
      .catch(() => undefined);
    return picture;
  });
  queue = made.catch(() => undefined);
  return made;
}

const addresses = new Map<string, Promise<string>>();

/**
 * An address for the small picture of a photo, one for as long as the page lives: the browser keeps what it
 * decoded by address, and would keep it again and again.
 */
export function thumbAddress(workers: PictureWorkers, photo: { id: string; file: string }): Promise<string> {
  const known = addresses.get(photo.id);
  if (known) return known;
  const made = ensureThumb(workers, photo).then((picture) => URL.createObjectURL(picture));
  addresses.set(photo.id, made);
  made.catch(() => addresses.delete(photo.id));
  return made;
}
