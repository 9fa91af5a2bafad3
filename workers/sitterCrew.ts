import type { Pyramid } from '#core/raster/pyramid';
import { dealSitters } from '#core/segment/sitterCrew';
import type { SitterExchanges } from './protocol';
import { WorkerPort } from './workerPort';

/** Working one sitter out takes some seconds on a slow machine. */
const PATIENCE_MS = 120_000;

/** Workers that work out the sitters of a photo, each its own; they begin when sitters are given to them. */
export class SitterCrew {
  readonly #ports: WorkerPort<SitterExchanges>[] = [];
  readonly give: ReturnType<typeof dealSitters>;

  /**
   * @param pyramid in shared memory
   * @param count workers at most
   */
  constructor(pyramid: Pyramid, count: number) {
    this.give = dealSitters(pyramid, count, () => {
      const port = new WorkerPort<SitterExchanges>({
        start: () => new Worker(new URL('./sitter.worker.ts', import.meta.url), { type: 'module' }),
        onLost: () => undefined,
        patienceMs: PATIENCE_MS,
      });
      this.#ports.push(port);
      return (message) => port.call('tell', message);
    });
  }

  dispose(): void {
    for (const port of this.#ports) port.dispose();
  }
}
