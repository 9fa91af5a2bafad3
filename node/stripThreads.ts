import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import type { Region } from '#core/raster/raster';
import { StripRenderer } from './stripRenderer';
import type { StripWork } from './stripRenderer';

/** How many threads may render at a time, and the file that such a thread runs. */
export interface ThreadsAllowed {
  readonly count: number;
  readonly file: URL;
}

type Codes = Uint8Array | Uint16Array;

/** Fewer pixels are rendered before a thread has begun. */
const LEAST_PIXELS = 4_000_000;

/** Renders the strips of a photo, in threads where they are allowed and worth their start. */
export class StripRenderers {
  readonly #workers: readonly Worker[];

  /** Threads begin at once: what is to be rendered may still be measured meanwhile. */
  constructor(
    { width, height }: { readonly width: number; readonly height: number },
    threads?: ThreadsAllowed,
  ) {
    const isLarge = threads !== undefined && threads.count > 1 && width * height >= LEAST_PIXELS;
    this.#workers = isLarge ? Array.from({ length: threads.count }, () => new Worker(threads.file)) : [];
  }

  /** @param take each strip as it comes, in any order @throws what a thread throws */
  async render(
    work: StripWork,
    strips: readonly Region[],
    take: (codes: Codes, n: number) => void,
  ): Promise<void> {
    if (this.#workers.length === 0) {
      const renderer = new StripRenderer(work);
      strips.forEach((strip, n) => take(renderer.render(strip), n));
      return;
    }
    const left = strips.entries();
    await Promise.all(
      this.#workers.map(async (worker) => {
        worker.postMessage(work);
        for (const [n, strip] of left) {
          worker.postMessage(strip);
          // An error of the thread rejects.
          const [codes] = (await once(worker, 'message')) as [Codes];
          take(codes, n);
        }
      }),
    );
  }

  async end(): Promise<void> {
    await Promise.all(this.#workers.map((worker) => worker.terminate()));
  }
}
