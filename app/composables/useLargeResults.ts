import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { SetWorkers } from '#workers/client';
import { onScopeDispose, shallowRef, watch } from 'vue';
import { photoFile } from '../storage/photoStorage';
import { loadPlate } from '../storage/plateStorage';
import { useNotices } from '../stores/notices';

/** Enough for a face at twice its size on a screen, pixels. */
const LONG_SIDE = 2400;

/** Photos as they were and as their plans leave them, large enough to look into faces; one after the other. */
export function useLargeResults(photos: () => readonly Photo[]) {
  const notices = useNotices();
  const workers = new SetWorkers(loadPlate);
  const addresses = shallowRef<ReadonlyMap<string, string>>(new Map());
  const keyOf = (photo: Photo, before: boolean) => `${photo.id}:${before ? '' : workKey(photo)}`;
  let round = 0;
  let making = Promise.resolve();

  function keep(key: string, picture: Blob): void {
    addresses.value = new Map([...addresses.value, [key, URL.createObjectURL(picture)]]);
  }

  async function make(mine: number): Promise<void> {
    for (const photo of photos()) {
      const plain = { ...photo, plan: [] };
      const wanted = [photo, plain].filter((state) => !addresses.value.has(keyOf(state, state === plain)));
      if (wanted.length === 0) continue;
      if (mine !== round) return;
      try {
        await workers.use(photo, await photoFile(photo));
        for (const state of wanted)
          keep(keyOf(state, state === plain), await workers.analyst.result(state, LONG_SIDE));
      } catch (error) {
        notices.problem(error);
      }
    }
  }

  watch(
    photos,
    () => {
      const mine = ++round;
      making = making.then(() => make(mine));
    },
    { immediate: true },
  );
  onScopeDispose(() => {
    round++;
    workers.dispose();
    for (const address of addresses.value.values()) URL.revokeObjectURL(address);
  });
  /** @returns undefined until it was made */
  return (photo: Photo, before: boolean) => addresses.value.get(keyOf(photo, before));
}
