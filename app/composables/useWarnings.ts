import { onScopeDispose, shallowRef, watch } from 'vue';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import type { Warning } from '#workers/client';
import { useSitting } from '../stores/sitting';
import { newestAlone } from './newestAlone';
import { useWorkers } from './useWorkers';

/** After so long without a change the plan is looked at. */
const AFTER_MS = 700;

/**
 * Looks at what the plan did once the hand rests; the newest state alone is spoken of.
 * @param wishes the photo that the workers have in use, and undefined while none is ready
 */
export function useWarnings(wishes: () => Photo | undefined) {
  const workers = useWorkers();
  const sitting = useSitting();
  /** undefined until it was looked at, and while there is no step */
  const warnings = shallowRef<readonly Warning[]>();
  let timer: ReturnType<typeof setTimeout> | undefined;

  const look = newestAlone(async () => {
    const photo = wishes();
    try {
      warnings.value = photo?.plan.some(({ on }) => on) ? await workers.warnings(photo) : undefined;
    } catch (error) {
      // They are a help beside the work: a worker that ended is asked again with the next change.
      if (!(error instanceof CancelledError)) warnings.value = undefined;
    }
  });

  watch(
    () => {
      const photo = wishes();
      return [photo?.id, photo?.plan, photo?.areas, sitting.inGesture] as const;
    },
    ([id, , , inGesture], before) => {
      if (id !== before?.[0]) warnings.value = undefined;
      clearTimeout(timer);
      // What follows the hand is not kept waiting.
      if (!inGesture) timer = setTimeout(() => void look(), AFTER_MS);
    },
    { immediate: true },
  );
  onScopeDispose(() => clearTimeout(timer));
  return warnings;
}
