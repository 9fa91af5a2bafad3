import { availableParallelism } from 'node:os';
import type { Command } from './arguments';
import type { Outputs } from './outputs';
import type { Report } from './report';

/** What a command does to each of its files. */
export interface Job {
  readonly files: readonly string[];
  /** what it reads besides them */
  readonly besides: readonly string[];
  /** where results are written; undefined where nothing is */
  readonly folder?: string;
  /** of a command that goes through its files more than once: which time this is */
  readonly round?: string;
  work(file: string, outputs: Outputs, report: Report): Promise<unknown>;
  /** the result in lines for a terminal */
  show(file: string, result: unknown): string;
  /** the path of what was written */
  written?(result: unknown): string;
}

/** A job whose results are of one type. */
function jobOf<T>({
  work,
  show,
  written,
  ...rest
}: Omit<Job, 'work' | 'show' | 'written'> & {
  work(file: string, outputs: Outputs, report: Report): Promise<T>;
  show(file: string, result: T): string;
  written?(result: T): string;
}): Job {
  // What a job shows is what it made, be it in this process or another.
  return {
    ...rest,
    work,
    show: (file, result) => show(file, result as T),
    ...(written && { written: (result: unknown) => written(result as T) }),
  };
}

/** Several photos are worked on by processes; one alone has all of the processors to itself. */
function threadsFor(photos: readonly string[]): number {
  return photos.length === 1 ? availableParallelism() : 1;
}

/** The job of a command; what computes is loaded when it is asked for. @throws {DocumentError} a plan to apply */
export async function openJob(command: Command): Promise<Job> {
  const { files } = command;
  const threads = threadsFor(files);
  switch (command.command) {
    case 'find': {
      const { findInPhoto, sayFound } = await import('./find');
      const work = (file: string, outputs: Outputs, report: Report) =>
        findInPhoto(file, command, { outputs, report, threads });
      const written = ({ folder }: { readonly folder: string }) => folder;
      return jobOf({ files, besides: [], folder: command.out, work, show: sayFound, written });
    }
    case 'read': {
      const { readPhoto, sayRead } = await import('./read');
      const work = (file: string, _: Outputs, report: Report) =>
        readPhoto(file, command, { report, threads });
      return jobOf({ files, besides: masksOf(command), work, show: sayRead });
    }
    case 'check': {
      const { checkOne, sayCheck } = await import('./check');
      const work = (file: string, _: Outputs, report: Report) => checkOne(file, command, { report, threads });
      return jobOf({ files, besides: masksOf(command), work, show: sayCheck });
    }
    case 'plan': {
      const { makePlan, sayPlan } = await import('./plan');
      const { photo, mask } = command.matchSkin ?? {};
      const besides = [...masksOf(command), ...[photo, mask].filter((path) => path !== undefined)];
      const work = (file: string, outputs: Outputs, report: Report) =>
        makePlan(file, command, { outputs, report, threads });
      const many = files.length > 1 && { folder: command.out };
      return jobOf({ files, besides, ...many, work, show: sayPlan, written: ({ file }) => file });
    }
    case 'apply': {
      const { applyPlan, readPlan, sayApplied } = await import('./apply');
      const [planFile, ...photos] = files;
      const plan = await readPlan(planFile!);
      const work = (file: string, outputs: Outputs, report: Report) =>
        applyPlan(plan, file, command, { outputs, report, threads: threadsFor(photos) });
      return jobOf({
        files: photos,
        besides: [planFile!],
        folder: command.out,
        work,
        show: sayApplied,
        written: ({ file }) => file,
      });
    }
    case 'series': {
      const { looking, writing } = await import('./seriesRounds');
      return command.round === 'write' ? jobOf(writing(command)) : jobOf(await looking(command));
    }
    case 'shot':
      return jobOf(await (await import('./shot')).shotJob(command));
    case 'lut': {
      const { makeLut, sayLut } = await import('./lut');
      const [plan, ...photo] = files;
      const work = (file: string, outputs: Outputs) => makeLut(file, photo[0], command, outputs);
      return jobOf({ files: [plan!], besides: photo, work, show: sayLut });
    }
  }
}

function masksOf({ mask }: { readonly mask: readonly { readonly file: string }[] }): readonly string[] {
  return mask.map(({ file }) => file);
}
