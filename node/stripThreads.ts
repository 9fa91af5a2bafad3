import { once } from 'node:events';
import { parentPort, Worker } from 'node:worker_threads';
import type { Region } from '#core/raster/raster';

/** How many threads may work on strips at a time, and the file that such a thread runs. */
export interface ThreadsAllowed {
  readonly count: number;
  readonly file: URL;
}

/** What is done to one strip of a photo after another. */
export type StripWorker<Reply> = (strip: Region) => Reply;

/** Fewer pixels are worked on before a thread has begun. */
const LEAST_PIXELS = 4_000_000;

/** A thread, and what it throws, whenever that is. */
export interface StartedThread {
  readonly worker: Worker;
  readonly failed: Promise<never>;
}

/** Starts a thread. @param file that it runs */
export function startThread(file: URL): StartedThread {
  const worker = new Worker(file);
  const failed = once(worker, 'error').then(([error]) => {
    throw error;
  });
  // It may fail before anything is asked of it: whoever asks then hears of it.
  failed.catch(() => undefined);
  return { worker, failed };
}

/** Works on the strips of a photo, in threads where they are allowed and worth their start. */
export class StripThreads<Work, Reply> {
  readonly #threads: readonly StartedThread[];

  /**
   * Threads begin at once: what there is to do may still be found out meanwhile.
   * @param begin takes up a piece of work where there are no threads, as the threads' file does there
   */
  constructor(
    { width, height }: { readonly width: number; readonly height: number },
    readonly begin: (work: Work) => StripWorker<Reply>,
    threads?: ThreadsAllowed,
  ) {
    const isLarge = threads !== undefined && threads.count > 1 && width * height >= LEAST_PIXELS;
    this.#threads = isLarge ? Array.from({ length: threads.count }, () => startThread(threads.file)) : [];
  }

  /** @param take what is replied about each strip, in any order @throws what a thread throws */
  async each(work: Work, strips: readonly Region[], take: (reply: Reply, n: number) => void): Promise<void> {
    if (this.#threads.length === 0) {
      const reply = this.begin(work);
      strips.forEach((strip, n) => take(reply(strip), n));
      return;
    }
    const left = strips.entries();
    await Promise.all(
      this.#threads.map(async ({ worker, failed }) => {
        worker.postMessage({ work });
        for (const [n, strip] of left) {
          worker.postMessage({ strip });
          const [reply] = (await Promise.race([once(worker, 'message'), failed])) as [Reply];
          take(reply, n);
        }
      }),
    );
  }

  async end(): Promise<void> {
    await Promise.all(this.#threads.map(({ worker }) => worker.terminate()));
  }
}

/** What a thread runs: it takes up each piece of work that it is told, and replies about each strip of it. */
export function serveStrips<Work, Reply>(
  begin: (work: Work) => StripWorker<Reply>,
  given: (reply: Reply) => readonly ArrayBuffer[] = () => [],
): void {
  let reply: StripWorker<Reply> | undefined;
  parentPort!.on('message', (message: { readonly work: Work } | { readonly strip: Region }) => {
    if ('work' in message) {
      reply = begin(message.work);
      return;
    }
    const said = reply!(message.strip);
    parentPort!.postMessage(said, given(said));
  });
}
