import { Worker } from 'node:worker_threads';
import { WorkerLostError, reviveError } from '#core/errors';
import type { ErrorFacts } from '#core/errors';
import type { Pyramid } from '#core/raster/pyramid';
import type { FoundPeople } from '#core/segment/found';
import type { FrameWork, WrittenFrame } from './shotWork';

type Answer = { readonly result: unknown } | { readonly fault: ErrorFacts };

interface Asked {
  readonly message: FrameWork | Pyramid;
  readonly settle: (answer: Answer) => void;
  readonly fail: (error: Error) => void;
}

const FILE = new URL('../.cli/shotThread.mjs', import.meta.url);

/** Threads that find and write while frames are followed. */
export class ShotThreads {
  readonly #workers: readonly Worker[];
  readonly #free: Worker[];
  readonly #busy = new Map<Worker, Asked>();
  readonly #waiting: Asked[] = [];

  constructor(count: number) {
    this.#workers = Array.from({ length: count }, () => this.#start());
    this.#free = [...this.#workers];
  }

  /** People in a frame; comes before frames that wait to be written. @throws {NetworksMissingError} */
  async find(pyramid: Pyramid): Promise<FoundPeople> {
    return (await this.#ask(pyramid, true)) as FoundPeople;
  }

  /** @throws {PhotoFileError} {DocumentError} {WorkerLostError} */
  async write(work: FrameWork): Promise<WrittenFrame> {
    return (await this.#ask(work, false)) as WrittenFrame;
  }

  async end(): Promise<void> {
    await Promise.all(this.#workers.map((worker) => worker.terminate()));
  }

  async #ask(message: Asked['message'], isUrgent: boolean): Promise<unknown> {
    const answer = await new Promise<Answer>((settle, fail) => {
      const asked = { message, settle, fail };
      if (isUrgent) this.#waiting.unshift(asked);
      else this.#waiting.push(asked);
      this.#goOn();
    });
    if ('fault' in answer) throw reviveError(answer.fault);
    return answer.result;
  }

  #goOn(): void {
    while (this.#free.length > 0 && this.#waiting.length > 0) {
      const worker = this.#free.pop()!;
      const asked = this.#waiting.shift()!;
      this.#busy.set(worker, asked);
      worker.postMessage(asked.message);
    }
  }

  #start(): Worker {
    const worker = new Worker(FILE);
    worker.on('message', (answer: Answer) => {
      this.#busy.get(worker)?.settle(answer);
      this.#busy.delete(worker);
      this.#free.push(worker);
      this.#goOn();
    });
    // A thread that is lost takes what it worked on with it; what waits would wait for ever.
    worker.on('error', () => {
      for (const { fail } of [this.#busy.get(worker), ...this.#waiting.splice(0)].filter((each) => !!each))
        fail(new WorkerLostError());
    });
    return worker;
  }
}
