import type { ShotExchanges } from './shotProtocol';
import { WorkerPort } from './workerPort';

/** Rendering a frame of 4K takes its time, and finding people too. */
const PATIENCE_MS = 120_000;

/** A worker about one clip. It starts at the first call. */
export function shotWorker(): WorkerPort<ShotExchanges> {
  return new WorkerPort<ShotExchanges>({
    start: () => new Worker(new URL('./shot.worker.ts', import.meta.url), { type: 'module' }),
    onLost: () => undefined,
    patienceMs: PATIENCE_MS,
  });
}
