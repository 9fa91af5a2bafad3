import type { Photo } from '#core/document/schema';
import { photoFile } from '../storage/photoStorage';
import { until } from '@vueuse/core';
import { ref, watch } from 'vue';
import type { Ref } from 'vue';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useNotices } from '../stores/notices';
import { useView } from '../stores/view';

const ready = ref<string>();
const opening = ref<string>();

/** Waits while a photo is brought into the workers' hands. @returns whether this one is there */
export async function isOpened(photoId: string): Promise<boolean> {
  await until(opening).toBeUndefined();
  return ready.value === photoId;
}

/** Brings the chosen photo into the workers' hands; `ready` names the photo that is there, to all. */
export function useOpenPhoto(photo: Readonly<Ref<Photo | undefined>>) {
  const workers = useWorkers();
  const notices = useNotices();
  const view = useView();
  const bench = useBench();
  // Another bench may have left others there.
  ready.value = undefined;
  opening.value = undefined;

  watch(
    () => [photo.value?.id, bench.reopened] as const,
    async ([id]) => {
      const wanted = photo.value;
      if (!id || !wanted || ready.value === id) return;
      ready.value = undefined;
      opening.value = wanted.file;
      view.show({ width: wanted.width, height: wanted.height });
      try {
        const { pyramid } = await workers.open(wanted.file, await photoFile(wanted));
        if (photo.value?.id !== id) return;
        await workers.use(pyramid);
        ready.value = id;
      } catch (error) {
        notices.problem(error);
      } finally {
        if (photo.value?.id === id) opening.value = undefined;
      }
    },
    { immediate: true },
  );

  return { ready, opening };
}
