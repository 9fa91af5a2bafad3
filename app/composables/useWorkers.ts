import { PictureWorkers } from '#workers/client';
import { loadPlate } from '../storage/plateStorage';
import { onScopeDispose } from 'vue';

let workers: PictureWorkers | undefined;
const listeners = new Set<() => void>();

/** The page's workers: one set for all of it, started at first use. */
export function useWorkers(): PictureWorkers {
  return (workers ??= new PictureWorkers(loadPlate, () => listeners.forEach((listener) => listener())));
}

/** Calls back when a worker died and was replaced; until the component goes. */
export function onWorkerLost(listener: () => void): void {
  listeners.add(listener);
  onScopeDispose(() => listeners.delete(listener));
}
