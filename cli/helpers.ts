import { fork } from 'node:child_process';
import type { ChildProcess } from 'node:child_process';
import { fileURLToPath } from 'node:url';
import { WorkerLostError, reviveError } from '#core/errors';
import type { ErrorFacts } from '#core/errors';
import type { Command } from './arguments';
import type { Claims } from './claims';
import type { Report } from './report';

/** What a helper is told. */
export type ToHelper =
  { readonly command: Command } | { readonly file: number } | { readonly claimed: boolean };

/** What a helper says; all of the file that it has in hand. */
export type FromHelper =
  | { readonly ready: true }
  | { readonly share: number }
  | { readonly warning: string }
  | { readonly claim: string }
  | { readonly result: unknown }
  | { readonly fault: ErrorFacts }
  /** an error of the system, which is worded by its own fields */
  | { readonly failure: { readonly message: string; readonly code?: string; readonly path?: string } };

/**
 * What a helper lets go of goes back to the system at once: glibc would keep up to 32 MB of each raster for the next
 * one. Of processes side by side each needs a quarter to two fifths less; other systems' allocators do not ask for it.
 * @see mallopt(3), M_MMAP_THRESHOLD
 */
const LEAN = { MALLOC_MMAP_THRESHOLD_: '131072' };
const PROGRAM = fileURLToPath(new URL('../cli/helper.mjs', import.meta.url));

/** Processes that each work on one file of a command at a time, as many as are asked; one that dies loses its file alone. */
export class Helpers {
  readonly #free: ChildProcess[] = [];
  readonly #all = new Set<ChildProcess>();

  constructor(
    readonly command: Command,
    readonly claims: Claims,
  ) {}

  /** @param n which file of the command @throws what the work throws; {WorkerLostError} */
  work(n: number, report: Report): Promise<unknown> {
    const helper = this.#free.pop() ?? this.#start();
    let lose: () => void = () => undefined;
    return new Promise<unknown>((resolve, reject) => {
      const hear = (message: FromHelper) => {
        if ('share' in message) report.progress(message.share);
        else if ('warning' in message) report.warn(message.warning);
        else if ('claim' in message)
          void this.claims
            .claim(n, message.claim)
            .then((claimed) => helper.send({ claimed } satisfies ToHelper));
        else if ('result' in message) resolve(message.result);
        else if ('fault' in message) reject(reviveError(message.fault));
        else if ('failure' in message)
          reject(Object.assign(new Error(message.failure.message), message.failure));
      };
      helper.on('message', hear);
      lose = () => reject(new WorkerLostError());
      helper.once('exit', lose);
      helper.send({ file: n } satisfies ToHelper);
    }).finally(() => {
      helper.removeAllListeners('message');
      helper.off('exit', lose);
      if (this.#all.has(helper)) this.#free.push(helper);
    });
  }

  /** Lets them go. */
  end(): void {
    for (const helper of this.#all) helper.disconnect();
  }

  #start(): ChildProcess {
    const helper = fork(PROGRAM, { serialization: 'advanced', env: { ...process.env, ...LEAN } });
    helper.once('exit', () => {
      this.#all.delete(helper);
      const at = this.#free.indexOf(helper);
      if (at >= 0) this.#free.splice(at, 1);
    });
    // A message to one that has just ended; its work hears of the end.
    helper.on('error', () => undefined);
    helper.send({ command: this.command } satisfies ToHelper);
    this.#all.add(helper);
    return helper;
  }
}
