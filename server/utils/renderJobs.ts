import type { Worker } from 'node:worker_threads';
import pLimit from 'p-limit';
import { CancelledError, HandOffError, reviveError } from '#core/errors';
import type { HandOffLimits } from '#core/formats/handOff';
import type { RenderRequest } from '../../node/renderFile';
import type { ThreadMessage } from '../../node/renderThread';

/** How a job is watched and ended. */
export interface JobOptions {
  readonly signal: AbortSignal;
  /** by which its progress is asked for */
  readonly id?: string | undefined;
}

/** Photos that are rendered in threads of their own, so many at a time and each so long. */
export class RenderJobs {
  readonly #turn: ReturnType<typeof pLimit>;
  readonly #shares = new Map<string, number>();
  #admitted = 0;

  /** @param start makes a thread that renders what it is given */
  constructor(
    readonly limits: HandOffLimits,
    readonly start: (request: RenderRequest) => Worker,
  ) {
    this.#turn = pLimit(limits.jobs);
  }

  /** The share of a job that is rendered, 0..1; undefined for one that is not known. */
  shareOf(id: string): number | undefined {
    return this.#shares.get(id);
  }

  /**
   * Keeps a place for a job from before its photo is received until it is answered.
   * @throws {HandOffError} busy, when there are as many as can wait; {CancelledError} when the signal says so
   */
  async run(receive: () => Promise<RenderRequest>, { signal, id }: JobOptions): Promise<Uint8Array> {
    const { jobs, waiting } = this.limits;
    if (this.#admitted >= jobs + waiting) throw new HandOffError('busy');
    this.#admitted++;
    if (id !== undefined) this.#shares.set(id, 0);
    try {
      const request = await receive();
      return await this.#turn(() =>
        this.#render(request, signal, (share) => {
          if (id !== undefined) this.#shares.set(id, share);
        }),
      );
    } finally {
      this.#admitted--;
      if (id !== undefined) this.#shares.delete(id);
    }
  }

  #render(
    request: RenderRequest,
    signal: AbortSignal,
    onProgress: (share: number) => void,
  ): Promise<Uint8Array> {
    if (signal.aborted) throw new CancelledError();
    const { seconds } = this.limits;
    const thread = this.start(request);
    return new Promise<Uint8Array>((resolve, reject) => {
      const late = setTimeout(() => reject(new HandOffError('too-slow', seconds)), seconds * 1000);
      const stop = () => reject(new CancelledError());
      signal.addEventListener('abort', stop);
      thread.on('message', (message: ThreadMessage) => {
        if ('share' in message) onProgress(message.share);
        else if ('file' in message) resolve(message.file);
        else reject(reviveError(message.fault));
      });
      thread.on('error', reject);
      thread.on('exit', () => {
        clearTimeout(late);
        signal.removeEventListener('abort', stop);
        reject(new HandOffError('lost'));
      });
    }).finally(() => thread.terminate());
  }
}
