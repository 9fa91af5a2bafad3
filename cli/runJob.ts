import { availableParallelism, totalmem } from 'node:os';
import { CoreError } from '#core/errors';
import { sayFailure } from '../node/sayFailure';
import { ClaimsInOrder } from './claims';
import { Helpers } from './helpers';
import type { Job } from './jobs';
import { Outputs } from './outputs';
import type { Report } from './report';
import { RunLog } from './runLog';
import type { Command } from './arguments';

/** What is said of one file in JSON. */
export interface Entry {
  readonly file: string;
  readonly result?: unknown;
  readonly error?: string;
  readonly message?: string;
  readonly warnings?: readonly string[];
}

/** A file that failed, as it is said. */
export function failedEntry(file: string, error: unknown): Entry {
  return {
    file,
    error: error instanceof CoreError ? error.code : 'failed',
    message: sayFailure(file, error),
  };
}

/** One photo of 24 megapixels with its plan, with room to spare. */
const BYTES_OF_A_FILE = 2e9;

/** How many files are worked on at a time unless that is said. */
function usualWorkers(): number {
  return Math.max(1, Math.min(availableParallelism(), Math.floor(totalmem() / BYTES_OF_A_FILE)));
}

/**
 * Does a job to all of its files and says what came of it.
 * @returns the exit code: 0, or 1 when a file failed
 */
export async function runJob(command: Command, job: Job): Promise<number> {
  const { entries, log } = await doJob(command, job);
  if (command.json) console.log(JSON.stringify(entries, null, 2));
  const failed = entries.some(({ error }) => error !== undefined);
  if (!failed) await log.remove();
  return failed ? 1 : 0;
}

/**
 * Does a job to all of its files, several at a time in processes of their own; one that fails is said and the
 * others go on. What an earlier run of the same command did before it was stopped is not done again.
 * @returns what came of each file, and the log, which is the caller's to remove
 */
export async function doJob(
  command: Command,
  job: Job,
): Promise<{ readonly entries: readonly Entry[]; readonly log: RunLog }> {
  const { files } = job;
  const count = Math.min(files.length, ('workers' in command && command.workers) || usualWorkers());
  const log = await RunLog.open(command, job);
  const claims = new ClaimsInOrder(files, log.paths);
  const outputs = await Outputs.besides([...files, ...job.besides], claims);
  const helpers = count > 1 ? new Helpers(command, claims) : undefined;
  const progress = new Progress(files.length);
  const entries: Entry[] = [];

  const one = async (file: string, n: number): Promise<Entry> => {
    const before = log.resultOf(n);
    if (before !== undefined) {
      if (!command.json) console.log(`${file}: done before`);
      return { file, result: before };
    }
    const warnings: string[] = [];
    const report: Report = {
      progress: (share) => progress.of(n, file, share),
      warn: (sentence) => {
        warnings.push(sentence);
        if (!command.json) console.error(`${file} ${sentence}.`);
      },
    };
    const result = await (helpers ? helpers.work(n, report) : job.work(file, outputs.of(n), report));
    await log.done(n, result);
    if (!command.json) console.log(job.show(file, result));
    return { file, result, ...(warnings.length > 0 && { warnings }) };
  };
  const open = files.entries();
  const goOn = async () => {
    for (const [n, file] of open) {
      entries[n] = await one(file, n).catch((error: unknown) => {
        const entry = failedEntry(file, error);
        if (!command.json) console.error(entry.message);
        return entry;
      });
      claims.ended(n);
      progress.of(n, file, 1);
    }
  };
  await Promise.all(Array.from({ length: count }, goOn));
  helpers?.end();
  return { entries, log };
}

const BAR = 30;

/** How far all files are, on a terminal. */
class Progress {
  readonly #shares: number[];

  constructor(count: number) {
    this.#shares = new Array<number>(count).fill(0);
  }

  of(n: number, file: string, share: number): void {
    this.#shares[n] = share;
    if (!process.stderr.isTTY) return;
    const count = this.#shares.length;
    const all = this.#shares.reduce((sum, part) => sum + part, 0) / count;
    const done = this.#shares.filter((part) => part >= 1).length;
    const filled = Math.round(BAR * all);
    const bar = `${'█'.repeat(filled)}${'░'.repeat(BAR - filled)}`;
    const of = count > 1 ? `${done} of ${count}, ` : '';
    process.stderr.write(
      `\r\x1b[K${bar} ${Math.round(100 * all)} % ${of}${file}${share >= 1 ? '\r\x1b[K' : ''}`,
    );
  }
}
