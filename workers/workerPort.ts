import { CancelledError, CoreError, PhotoFileError, WorkerLostError } from '#core/errors';
import type { PhotoFileFault } from '#core/errors';
import type { Exchanges, ReplyMessage, RequestMessage, WorkerFault } from './protocol';

interface Waiting {
  readonly onProgress: ((share: number) => void) | undefined;
  readonly resolve: (reply: never) => void;
  readonly reject: (error: Error) => void;
}

/** Calls to one worker. Every call settles; a worker that dies is started again for the next call. */
export class WorkerPort<E extends Exchanges> {
  #worker: Worker | undefined;
  #calls = 0;
  readonly #waiting = new Map<number, Waiting>();

  /** @param start makes the worker @param onLost is told when it died, after all its calls were refused */
  constructor(readonly start: () => Worker, readonly onLost: () => void) {}

  /** Starts the worker before it is asked for anything. */
  warm(): void {
    this.#worker ??= this.#begin();
  }

  call<Name extends keyof E & string>(name: Name, request: E[Name]['request'], transfer: Transferable[] = [], onProgress?: (share: number) => void): Promise<E[Name]['reply']> {
    const worker = (this.#worker ??= this.#begin());
    const call = ++this.#calls;
    return new Promise((resolve, reject) => {
      this.#waiting.set(call, { onProgress, resolve, reject });
      worker.postMessage({ call, name, request } satisfies RequestMessage, transfer);
    });
  }

  /** Ends the worker; open calls are refused as cancelled. */
  dispose(): void {
    this.#end(new CancelledError());
  }

  #begin(): Worker {
    const worker = this.start();
    worker.addEventListener('message', ({ data }: MessageEvent<ReplyMessage>) => this.#settle(data));
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      this.#lose();
    });
    worker.addEventListener('messageerror', () => this.#lose());
    return worker;
  }

  #lose(): void {
    this.#end(new WorkerLostError());
    this.onLost();
  }

  #end(reason: Error): void {
    this.#worker?.terminate();
    this.#worker = undefined;
    const waiting = [...this.#waiting.values()];
    this.#waiting.clear();
    for (const { reject } of waiting) reject(reason);
  }

  #settle(message: ReplyMessage): void {
    const waiting = this.#waiting.get(message.call);
    if (!waiting) return;
    if ('progress' in message) return waiting.onProgress?.(message.progress);
    this.#waiting.delete(message.call);
    if ('fault' in message) waiting.reject(errorOf(message.fault));
    else waiting.resolve(message.reply as never);
  }
}

function errorOf({ name, code, fields }: WorkerFault): Error {
  if (name !== 'PhotoFileError') return new CoreError(code, fields);
  const { file, reason, ...detail } = fields;
  return new PhotoFileError(String(file), reason as PhotoFileFault, detail as Record<string, number>);
}
