import { CancelledError, WorkerLostError, WorkerSilentError, reviveError } from '#core/errors';
import type { Exchanges, PageMessage, ReplyMessage } from './protocol';

interface Waiting {
  readonly onProgress: ((progress: never) => void) | undefined;
  readonly resolve: (reply: never) => void;
  readonly reject: (error: Error) => void;
}

/** How a worker is started, and how long it may be silent. */
export interface WorkerPortOptions {
  /** makes the worker */
  readonly start: () => Worker;
  /** is told when it died, after all its calls were refused */
  readonly onLost: () => void;
  /**
   * a worker with calls that says nothing for so long is ended; twice as long each time until it answers
   * again
   */
  readonly patienceMs: number;
}

/** How often a worker that has calls is asked for a sign of life. */
const BEAT_MS = 1000;

/**
 * Calls to one worker. Every call settles: a worker that fails, that ends itself or that loops is noticed,
 * its calls are refused, and it is started again for the next one.
 */
export class WorkerPort<E extends Exchanges> {
  #worker: Worker | undefined;
  #calls = 0;
  #heardAt = 0;
  #patienceMs: number;
  #beat: ReturnType<typeof setInterval> | undefined;
  readonly #waiting = new Map<number, Waiting>();

  constructor(readonly options: WorkerPortOptions) {
    this.#patienceMs = options.patienceMs;
  }

  /** Starts the worker before it is asked for anything. */
  warm(): void {
    this.#worker ??= this.#begin();
  }

  call<Name extends keyof E & string>(
    name: Name,
    request: E[Name]['request'],
    transfer: Transferable[] = [],
    onProgress?: (progress: E[Name]['progress']) => void,
  ): Promise<E[Name]['reply']> {
    const { call, reply } = this.expect<Name>(onProgress);
    this.#worker!.postMessage({ call, name, request } satisfies PageMessage, transfer);
    return reply;
  }

  /** The reply to a call that another worker makes under this number. */
  expect<Name extends keyof E & string>(
    onProgress?: (progress: E[Name]['progress']) => void,
  ): { readonly call: number; readonly reply: Promise<E[Name]['reply']> } {
    this.warm();
    const call = ++this.#calls;
    const reply = new Promise<E[Name]['reply']>((resolve, reject) => {
      if (this.#waiting.size === 0) this.#heardAt = performance.now();
      this.#waiting.set(call, { onProgress, resolve, reject });
      this.#beat ??= setInterval(() => this.#listen(), BEAT_MS);
    });
    return { call, reply };
  }

  /** A call that was expected is not made: its reply is refused as cancelled. */
  forget(call: number): void {
    this.#waiting.get(call)?.reject(new CancelledError());
    this.#waiting.delete(call);
  }

  /** Ends the worker; open calls are refused as cancelled. The next call starts another. */
  dispose(): void {
    this.#end(new CancelledError());
  }

  #begin(): Worker {
    const worker = this.options.start();
    const lock = `even-blush-worker:${crypto.randomUUID()}`;
    const lose = () => this.#worker === worker && this.#lose(new WorkerLostError());
    worker.addEventListener('message', ({ data }: MessageEvent<ReplyMessage>) => {
      this.#heardAt = performance.now();
      // It holds its lock as long as it lives: whoever waits for it learns of its end, which no event tells.
      if ('living' in data) void navigator.locks.request(lock, lose);
      else if ('call' in data) this.#settle(data);
    });
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      lose();
    });
    worker.addEventListener('messageerror', lose);
    worker.postMessage({ lock } satisfies PageMessage);
    return worker;
  }

  #listen(): void {
    if (this.#waiting.size === 0) {
      clearInterval(this.#beat);
      this.#beat = undefined;
      return;
    }
    if (performance.now() - this.#heardAt <= this.#patienceMs) {
      this.#worker?.postMessage({ beat: true } satisfies PageMessage);
      return;
    }
    this.#patienceMs *= 2;
    this.#lose(new WorkerSilentError());
  }

  #lose(reason: Error): void {
    this.#end(reason);
    this.options.onLost();
  }

  #end(reason: Error): void {
    this.#worker?.terminate();
    this.#worker = undefined;
    clearInterval(this.#beat);
    this.#beat = undefined;
    const waiting = [...this.#waiting.values()];
    this.#waiting.clear();
    for (const { reject } of waiting) reject(reason);
  }

  #settle(message: Extract<ReplyMessage, { call: number }>): void {
    const waiting = this.#waiting.get(message.call);
    if (!waiting) return;
    if ('progress' in message) return waiting.onProgress?.(message.progress as never);
    this.#waiting.delete(message.call);
    this.#patienceMs = this.options.patienceMs;
    if ('fault' in message) waiting.reject(reviveError(message.fault));
    else waiting.resolve(message.reply as never);
  }
}
