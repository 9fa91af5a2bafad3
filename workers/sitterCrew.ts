import type { Pyramid } from '#core/raster/pyramid';
import type { MadeSitter, SitterMaker, SitterWork } from '#core/segment/makeSitter';
import type { DividedHead } from '#core/segment/partSitters';
import type { SitterExchanges } from './protocol';
import { WorkerPort } from './workerPort';

/** Working one sitter out takes some seconds on a slow machine. */
const PATIENCE_MS = 120_000;

/** Workers that work out the sitters of a photo, each its own; they begin when sitters are given to them. */
export class SitterCrew {
  readonly #ports: WorkerPort<SitterExchanges>[] = [];
  #given = 0;

  /**
   * @param pyramid in shared memory
   * @param count workers at most
   */
  constructor(
    readonly pyramid: Pyramid,
    readonly count: number,
  ) {}

  give(work: SitterWork): SitterMaker {
    const n = this.#given++;
    const port = (this.#ports[n % this.count] ??= this.#begin());
    return {
      divide: () => port.call('tell', { n, work }) as Promise<DividedHead>,
      finish: (classes) => port.call('tell', { n, classes }) as Promise<MadeSitter>,
    };
  }

  dispose(): void {
    for (const port of this.#ports) port.dispose();
  }

  #begin(): WorkerPort<SitterExchanges> {
    const port = new WorkerPort<SitterExchanges>({
      start: () => new Worker(new URL('./sitter.worker.ts', import.meta.url), { type: 'module' }),
      onLost: () => undefined,
      patienceMs: PATIENCE_MS,
    });
    // Where it fails, what is asked after it fails as well.
    port.call('tell', { pyramid: this.pyramid }).catch(() => undefined);
    return port;
  }
}
