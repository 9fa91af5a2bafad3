import { createHash } from 'node:crypto';
import { appendFile, mkdir, readFile, realpath, rm, stat, writeFile } from 'node:fs/promises';
import { join, resolve } from 'node:path';
import { z } from 'zod';
import packageFile from '../package.json' with { type: 'json' };
import type { Command } from './arguments';
import type { Job } from './jobs';

const nameOf = (round: string) => `.even-blush-unfinished${round}.jsonl`;

const lineSchema = z.strictObject({
  file: z.string(),
  /** the file's time and size when it was read */
  state: z.string(),
  written: z.string(),
  result: z.unknown(),
});
type Line = z.infer<typeof lineSchema>;

/**
 * What a run has done so far, in the folder that it writes to, a line for each file: a run that was stopped is
 * gone on with by the same command. It is taken away when all is done.
 */
export class RunLog {
  readonly #done = new Map<number, Line>();

  private constructor(
    private path: string | undefined,
    readonly head: string,
    readonly job: Job,
  ) {}

  /** Reads what an earlier run of the same command has done that is still there. */
  static async open(command: Command, job: Job): Promise<RunLog> {
    const isLogged = job.folder !== undefined && job.written !== undefined && job.files.length > 1;
    const path = isLogged ? join(job.folder!, nameOf(job.round ? `-${job.round}` : '')) : undefined;
    const log = new RunLog(path, await headOf(command, job), job);
    await log.#read();
    return log;
  }

  /** The places that were written. */
  get paths(): readonly string[] {
    return [...this.#done.values()].map(({ written }) => written);
  }

  /** What was made of a file before; undefined when it is still to be done. */
  resultOf(n: number): unknown {
    return this.#done.get(n)?.result;
  }

  async done(n: number, result: unknown): Promise<void> {
    if (this.path === undefined) return;
    const file = resolve(this.job.files[n]!);
    const written = await realpath(this.job.written!(result));
    const line: Line = { file, state: await stateOf(file), written, result };
    await appendFile(this.path, `${JSON.stringify(line)}\n`);
  }

  async remove(): Promise<void> {
    if (this.path !== undefined) await rm(this.path, { force: true });
  }

  async #read(): Promise<void> {
    if (this.path === undefined) return;
    const text = await readFile(this.path, 'utf8').catch(() => '');
    const [head, ...lines] = text.split('\n');
    if (head !== this.head) {
      try {
        await mkdir(this.job.folder!, { recursive: true });
        await writeFile(this.path, `${this.head}\n`);
      } catch {
        // Where nothing can be written each file says so itself.
        this.path = undefined;
      }
      return;
    }
    const files = this.job.files.map((file) => resolve(file));
    for (const text of lines) {
      const line = lineSchema.safeParse(parse(text)).data;
      // The last line may be cut, and what it tells of may have been changed or taken away since.
      if (!line || (await stateOf(line.file)) !== line.state) continue;
      if ((await stateOf(line.written)) !== GONE && files.includes(line.file))
        this.#done.set(files.indexOf(line.file), line);
    }
  }
}

/** Tells a run from one that would make something else: its options, what it reads besides, the version. */
async function headOf(
  { json: _, ...command }: Command & { workers?: unknown },
  { files, besides }: Job,
): Promise<string> {
  const others = await Promise.all(besides.map(async (path) => [resolve(path), await stateOf(path)]));
  const all = {
    version: packageFile.version,
    ...command,
    workers: 0,
    files: files.map((file) => resolve(file)),
    others,
  };
  return createHash('sha256').update(JSON.stringify(all)).digest('hex');
}

const GONE = 'gone';

async function stateOf(path: string): Promise<string> {
  const facts = await stat(path).catch(() => undefined);
  return facts ? `${facts.mtimeMs} ${facts.size}` : GONE;
}

function parse(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}
