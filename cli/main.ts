import { CoreError } from '#core/errors';
import packageFile from '../package.json' with { type: 'json' };
import { UsageError, parseCommand } from './arguments';
import type {
  ApplyCommand,
  CheckCommand,
  Command,
  FindCommand,
  LutCommand,
  PlanCommand,
  Question,
  ReadCommand,
} from './arguments';
import { usageOf } from './usage';
import { Outputs } from './outputs';
import type { Report } from './report';
import { sayFailure } from '../node/sayFailure';

/** @returns the exit code: 0 done, 1 a file failed, 2 not understood */
export async function main(words: readonly string[]): Promise<number> {
  try {
    return await run(parseCommand(words));
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    console.error(`${error.message}\n\n${usageOf()}`);
    return 2;
  }
}

function run(command: Command | Question): Promise<number> {
  switch (command.command) {
    case 'help':
      return say(usageOf(command.of));
    case 'version':
      return say(packageFile.version);
    case 'find':
      return find(command);
    case 'read':
      return read(command);
    case 'check':
      return check(command);
    case 'plan':
      return plan(command);
    case 'apply':
      return apply(command);
    case 'lut':
      return lut(command);
  }
}

function say(text: string): Promise<number> {
  console.log(text);
  return Promise.resolve(0);
}

/** What is said of one file in JSON. */
interface Entry {
  readonly file: string;
  readonly result?: unknown;
  readonly error?: string;
  readonly message?: string;
  readonly warnings?: readonly string[];
}

function failed(file: string, error: unknown): Entry {
  return {
    file,
    error: error instanceof CoreError ? error.code : 'failed',
    message: sayFailure(file, error),
  };
}

/** Goes through files one by one; one that fails is said and the others go on. */
async function eachFile<T>(
  files: readonly string[],
  json: boolean,
  work: (file: string, report: Report) => Promise<T>,
  show: (file: string, result: T) => string,
): Promise<number> {
  const entries: Entry[] = [];
  for (const file of files) {
    const warnings: string[] = [];
    const warn = (sentence: string) => {
      warnings.push(sentence);
      if (!json) console.error(`${file} ${sentence}.`);
    };
    try {
      const result = await work(file, { progress: (share) => showProgress(file, share), warn });
      entries.push({ file, result, ...(warnings.length > 0 && { warnings }) });
      if (!json) console.log(show(file, result));
    } catch (error) {
      const entry = failed(file, error);
      entries.push(entry);
      if (!json) console.error(entry.message);
    }
  }
  if (json) console.log(JSON.stringify(entries, null, 2));
  return entries.some(({ error }) => error !== undefined) ? 1 : 0;
}

async function find(command: FindCommand): Promise<number> {
  const { findInPhoto, sayFound } = await import('./find');
  const outputs = await Outputs.besides(command.files);
  return eachFile(
    command.files,
    command.json,
    (file, report) => findInPhoto(file, command, outputs, report),
    sayFound,
  );
}

async function read(command: ReadCommand): Promise<number> {
  const { readPhoto, sayRead } = await import('./read');
  return eachFile(command.files, command.json, (file, report) => readPhoto(file, command, report), sayRead);
}

async function check(command: CheckCommand): Promise<number> {
  const { checkOne, sayCheck } = await import('./check');
  return eachFile(command.files, command.json, (file, report) => checkOne(file, command, report), sayCheck);
}

async function plan(command: PlanCommand): Promise<number> {
  const { makePlan, sayPlan } = await import('./plan');
  const { photo, mask } = command.matchSkin ?? {};
  const masks = command.mask.map(({ file }) => file);
  const outputs = await Outputs.besides([
    ...command.files,
    ...masks,
    ...[photo, mask].filter((path) => path !== undefined),
  ]);
  return eachFile(
    command.files,
    command.json,
    (file, report) => makePlan(file, command, outputs, report),
    sayPlan,
  );
}

async function apply(command: ApplyCommand): Promise<number> {
  const { applyPlan, readPlan } = await import('./apply');
  const [planFile, ...photos] = command.files;
  let opened: Awaited<ReturnType<typeof readPlan>>;
  try {
    opened = await readPlan(planFile!);
  } catch (error) {
    const entry = failed(planFile!, error);
    if (command.json) console.log(JSON.stringify([entry], null, 2));
    else console.error(entry.message);
    return 1;
  }
  const outputs = await Outputs.besides(command.files);
  return eachFile(
    photos,
    command.json,
    (file, report) => applyPlan(opened, file, command, { outputs, report }),
    (file, written) =>
      [`${file} → ${written.file}`, ...written.warnings.map((warning) => `  ${warning}`)].join('\n'),
  );
}

async function lut(command: LutCommand): Promise<number> {
  const { makeLut, sayLut } = await import('./lut');
  const [plan, photo] = command.files;
  const outputs = await Outputs.besides(command.files);
  return eachFile([plan!], command.json, (file) => makeLut(file, photo, command, outputs), sayLut);
}

const BAR = 30;

function showProgress(file: string, share: number): void {
  if (!process.stderr.isTTY) return;
  const filled = Math.round(BAR * share);
  const bar = `${'█'.repeat(filled)}${'░'.repeat(BAR - filled)}`;
  process.stderr.write(`\r${bar} ${Math.round(100 * share)} % ${file}${share >= 1 ? '\r\x1b[K' : ''}`);
}
