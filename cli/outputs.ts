import { rmSync } from 'node:fs';
import { mkdir, open, realpath, rename, rm, stat } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { CommandError } from '#core/errors';
import { ClaimsInOrder } from './claims';
import type { Claims } from './claims';

/** Files and folders that are being written, for a command that is interrupted. */
const unfinished = new Set<string>();
let watching = false;
let isEnding = false;
const writing = new Set<Promise<void>>();
/** What is being written has so long to be done. */
const LAST_MS = 1000;

/**
 * Ends this process once nothing is being written, or soon: a file whose opening was on its way would be made after
 * what is not whole was taken away.
 */
export function endSoon(code: number): void {
  isEnding = true;
  const late = new Promise((resolve) => setTimeout(resolve, LAST_MS));
  void Promise.race([Promise.allSettled(writing), late]).then(() => process.exit(code));
}

/** Takes away what is not whole when the command is interrupted. */
function watchInterruption(): void {
  if (watching) return;
  watching = true;
  process.on('exit', () => {
    for (const path of unfinished) rmSync(path, { recursive: true, force: true });
  });
  const codes = { SIGINT: 130, SIGTERM: 143, SIGHUP: 129 } as const;
  for (const signal of Object.keys(codes) as (keyof typeof codes)[])
    process.on(signal, () => endSoon(codes[signal]));
}

/**
 * What one command writes. Every file comes whole or not at all: it is written beside its place and takes its
 * name when it is done. Nothing that the command reads is written onto, nor anything that was not written by
 * this program, nor what the same command wrote for another photo: those get a number.
 */
export class Outputs {
  private constructor(
    readonly inputs: ReadonlySet<string>,
    readonly claims: Claims,
    readonly file: number,
  ) {}

  /** @param inputs every file that the command reads; one that is missing is no matter here */
  static async besides(
    inputs: readonly string[],
    claims: Claims = new ClaimsInOrder(inputs),
  ): Promise<Outputs> {
    const paths = await Promise.all(inputs.map((path) => realpath(path).catch(() => resolve(path))));
    return new Outputs(new Set(paths), claims, 0);
  }

  /** What is written for one of the files of the command. */
  of(file: number): Outputs {
    return new Outputs(this.inputs, this.claims, file);
  }

  /**
   * A place for a result, in a folder that is made if need be: the wanted name, or with -2, -3 … behind it.
   * @param isOurs whether what stands there already may be replaced
   * @throws file system errors
   */
  async place(
    folder: string,
    stem: string,
    ending: string,
    isOurs: (path: string) => Promise<boolean>,
  ): Promise<string> {
    await mkdir(folder, { recursive: true });
    for (let n = 1; ; n++) {
      const path = join(folder, `${stem}${n === 1 ? '' : `-${n}`}${ending}`);
      const real = await realpath(path).catch(async () => join(await realpath(folder), basename(path)));
      if (this.inputs.has(real)) continue;
      if ((await exists(path)) && !(await isOurs(path).catch(() => false))) continue;
      if (await this.claims.claim(this.file, real)) return path;
    }
  }

  /** Whether a path leads to something that this command reads. */
  async isInput(path: string): Promise<boolean> {
    return this.inputs.has(await realpath(path).catch(() => resolve(path)));
  }
}

/**
 * Writes a file or a folder beside its place, then gives it its name; an older one of that name is replaced.
 * @param write fills what lies at the path it is given
 */
export async function writeWhole(path: string, write: (temporary: string) => Promise<void>): Promise<void> {
  watchInterruption();
  // Nothing new is begun.
  if (isEnding) await new Promise(() => undefined);
  const written = putInPlace(path, write);
  writing.add(written);
  try {
    await written;
  } finally {
    writing.delete(written);
  }
}

async function putInPlace(path: string, write: (temporary: string) => Promise<void>): Promise<void> {
  const temporary = join(dirname(path), `.${basename(path)}.${process.pid}.unfinished`);
  unfinished.add(temporary);
  try {
    await write(temporary);
    // A folder cannot be put in the place of another; a file can.
    if ((await stat(temporary)).isDirectory()) await rm(path, { recursive: true, force: true });
    await rename(temporary, path);
  } finally {
    await rm(temporary, { recursive: true, force: true });
    unfinished.delete(temporary);
  }
}

/**
 * Leaves what this program did not write where it is.
 * @param words how a file of this kind begins that was written here
 * @throws {CommandError} in-the-way, when something else is there, or what the command reads
 */
export async function refuseForeign(path: string, outputs: Outputs, words: string): Promise<void> {
  if (!(await exists(path))) return;
  if (!(await begins(path, words)) || (await outputs.isInput(path)))
    throw new CommandError('in-the-way', path);
}

/** Whether a file begins with these words. */
export async function begins(path: string, words: string): Promise<boolean> {
  const file = await open(path);
  try {
    const { buffer, bytesRead } = await file.read(Buffer.alloc(words.length), 0, words.length, 0);
    return buffer.toString('latin1', 0, bytesRead) === words;
  } finally {
    await file.close();
  }
}

/** Whether there is anything of this name. */
export async function exists(path: string): Promise<boolean> {
  return stat(path).then(
    () => true,
    () => false,
  );
}
