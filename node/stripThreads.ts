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

type Taker = (codes: Uint8Array | Uint16Array, n: number) => void;

/** Fewer pixels are rendered before a thread has begun. */
const LEAST_PIXELS = 4_000_000;

/** Renders the strips of a photo, in threads where they are allowed and worth their start. @param take each as it comes, in any order */
export async function renderStrips(
  work: StripWork,
  strips: readonly Region[],
  take: Taker,
  threads?: ThreadsAllowed,
): Promise<void> {
  const { width, height } = work.pyramid;
  const count = Math.min(threads?.count ?? 1, strips.length);
  if (count <= 1 || width * height < LEAST_PIXELS || work.steps.length === 0) {
    const renderer = new StripRenderer(work);
    strips.forEach((strip, n) => take(renderer.render(strip), n));
    return;
  }
  const workers = Array.from({ length: count }, () => new Worker(threads!.file, { workerData: work }));
  const left = strips.entries();
  try {
    await Promise.all(workers.map((worker) => renderThere(worker, left, take)));
  } finally {
    await Promise.all(workers.map((worker) => worker.terminate()));
  }
}

/** Gives a thread strips until none is left. @throws what it throws */
async function renderThere(
  worker: Worker,
  left: IterableIterator<[number, Region]>,
  take: Taker,
): Promise<void> {
  for (const [n, strip] of left) {
    worker.postMessage(strip);
    // An error of the thread rejects.
    const [codes] = (await once(worker, 'message')) as [Uint8Array | Uint16Array];
    take(codes, n);
  }
}
