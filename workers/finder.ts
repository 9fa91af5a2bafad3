import type { Triple } from '#core/colour/triple';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPeople } from '#core/segment/found';
import type { FinderExchanges, SeenPeople } from './protocol';
import { WorkerPort } from './workerPort';

/** Finding people in a large photo takes its time on a slow machine, and the networks are loaded first. */
const PATIENCE_MS = 120_000;

/** How people are looked for. */
export interface FindOptions {
  /** looks for small faces as well */
  readonly tiles: boolean;
  /** share done, 0..1 */
  readonly onProgress: (share: number) => void;
  /** what is shown of people as soon as it is known, in lines of this colour, 0..255; whoever is told owns the bitmap */
  readonly seen?: { readonly rgb: Triple; readonly tell: (people: SeenPeople) => void };
  readonly signal: AbortSignal;
}

/** The worker that finds people and their parts. It starts when it is first asked, or expected to be. */
export class Finder {
  readonly #port = new WorkerPort<FinderExchanges>({
    start: () => new Worker(new URL('./find.worker.ts', import.meta.url), { type: 'module' }),
    onLost: () => undefined,
    patienceMs: PATIENCE_MS,
  });

  #isPrepared = false;

  /** @param atOnce sitters of a photo that are worked out at a time, each in a worker of its own */
  constructor(readonly atOnce: number) {}

  /** Loads what finding needs, before it is asked for. */
  prepare(): void {
    if (this.#isPrepared) return;
    this.#isPrepared = true;
    // A worker that was stopped or lost meanwhile is started anew when people are looked for.
    this.#port.call('prepare', undefined).catch(() => undefined);
  }

  /** @throws {NetworksMissingError} {CancelledError} when the signal says so */
  async find(pyramid: Pyramid, { tiles, onProgress, seen, signal }: FindOptions): Promise<FoundPeople> {
    const stop = () => this.dispose();
    signal.addEventListener('abort', stop, { once: true });
    try {
      const request = { pyramid, tiles, atOnce: this.atOnce, rgb: seen?.rgb };
      return await this.#port.call('find', request, [], (progress) =>
        typeof progress === 'number' ? onProgress(progress) : seen?.tell(progress),
      );
    } finally {
      signal.removeEventListener('abort', stop);
    }
  }

  dispose(): void {
    this.#isPrepared = false;
    this.#port.dispose();
  }
}
