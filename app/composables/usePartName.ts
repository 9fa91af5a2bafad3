import { watchThrottled } from '@vueuse/core';
import type { Photo } from '#core/document/schema';
import type { Point } from '../stores/view';
import { ref } from 'vue';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useView } from '../stores/view';

const EVERY_MS = 120;

/** The name of the part under the pointer while nothing is drawn; undefined where there is none. */
export function usePartName(photo: () => Photo | undefined, at: () => Point | undefined) {
  const workers = useWorkers();
  const view = useView();
  const bench = useBench();
  const name = ref<string>();
  watchThrottled(
    at,
    async (point) => {
      const open = photo();
      if (!point || !open || open.areas.length === 0 || bench.tool !== 'look') {
        name.value = undefined;
        return;
      }
      const { x, y } = view.viewToImage(point);
      const ids = await workers.analyst.areasAt(open, x, y).catch((): readonly string[] => []);
      // Skin is face or neck as well, and neck and limbs may be an arm: the narrower part says more.
      const there = open.areas.filter(({ id, part }) => ids.includes(id) && part !== 'skin');
      name.value = (there.find(({ part }) => part !== 'neck-limbs') ?? there[0])?.name;
    },
    { throttle: EVERY_MS, trailing: true },
  );
  return name;
}
