import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { shallowRef, watch } from 'vue';
import type { Ref } from 'vue';
import { thumbOf } from '../storage/photoStorage';
import { useProgress } from '../stores/progress';
import type { Frame } from './useFrames';

/**
 * What became of a photo, or else the photo, in small: to be seen until its own pixels are there.
 * @param own a picture of these
 * @returns one for each photo that is come to
 */
export function useStandIn(photo: () => Photo, own: Readonly<Ref<Frame | undefined>>) {
  const progress = useProgress();
  const standIn = shallowRef<Frame>();

  async function bring(now: Photo): Promise<void> {
    const { picture, pictureAs } = progress.rows.get(now.id) ?? {};
    const small = pictureAs === workKey(now) ? picture : await thumbOf(now.id);
    const bitmap = small && (await createImageBitmap(small));
    if (!bitmap) return;
    if (photo().id !== now.id || own.value) return bitmap.close();
    const { width, height } = now;
    const region = { x: 0, y: 0, width, height, outWidth: bitmap.width, outHeight: bitmap.height };
    standIn.value = { key: now.id, pieces: [{ region, bitmap }] };
  }

  watch(
    () => photo().id,
    () => {
      standIn.value = undefined;
      // Without one the place stays empty for a moment longer.
      void bring(photo()).catch(() => undefined);
    },
    { immediate: true },
  );
  return standIn;
}
