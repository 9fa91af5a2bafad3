import { defineStore } from 'pinia';
import { photoState } from '#core/document/photoState';
import type { PhotoState } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { shallowRef } from 'vue';
import { database } from '../storage/database';
import { noteProgress, readProgress } from '../storage/progressStorage';
import type { ProgressRow } from '../storage/database';
import type { ProgressChange } from '../storage/progressStorage';

/** How far the photos of the open sitting are, and what became of them in small. */
export const useProgress = defineStore('progress', () => {
  const rows = shallowRef<ReadonlyMap<string, ProgressRow>>(new Map());
  let sittingId: string | undefined;

  async function open(id: string): Promise<void> {
    sittingId = id;
    rows.value = await readProgress(database(), id);
  }

  /** What cannot be stored is known in this page all the same. */
  async function note(photoId: string, change: ProgressChange): Promise<void> {
    const id = sittingId;
    if (id === undefined) return;
    const row = await noteProgress(database(), id, photoId, change).catch(() => ({
      ...rows.value.get(photoId),
      ...change,
      sittingId: id,
      photoId,
    }));
    if (id === sittingId) rows.value = new Map([...rows.value, [photoId, row]]);
  }

  const stateOf = (photo: Photo): PhotoState => photoState(photo, rows.value.get(photo.id) ?? {});

  return { rows, open, note, stateOf };
});
