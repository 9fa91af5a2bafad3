import { CoreError } from '#core/errors';
import { applyPlan, readPlan } from './apply';
import { USAGE, UsageError, parseCommand } from './arguments';
import type { ApplyCommand, CheckCommand, FindCommand, PlanCommand, ReadCommand } from './arguments';
import { sayFailure } from './sayFailure';

/** @returns the exit code: 0 done, 1 a file failed, 2 not understood */
export async function main(words: readonly string[]): Promise<number> {
  try {
    const command = parseCommand(words);
    switch (command.command) {
      case 'find': return await find(command);
      case 'read': return await read(command);
      case 'check': return await check(command);
      case 'plan': return await plan(command);
      case 'apply': return await apply(command);
    }
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    console.error(`${error.message}\n\n${USAGE}`);
    return 2;
  }
}

/** Goes through files one by one; one that fails is said and the others go on. */
async function eachFile<T>(files: readonly string[], json: boolean, work: (file: string) => Promise<T>, show: (file: string, result: T) => string): Promise<number> {
  const results = [];
  let failed = 0;
  for (const file of files) {
    try {
      const result = await work(file);
      results.push({ file, result });
      if (!json) console.log(show(file, result));
    } catch (error) {
      failed++;
      results.push({ file, error: error instanceof CoreError ? error.code : 'failed', message: sayFailure(file, error) });
      if (!json) console.error(sayFailure(file, error));
    }
  }
  if (json) console.log(JSON.stringify(results, null, 2));
  return failed > 0 ? 1 : 0;
}

async function find(command: FindCommand): Promise<number> {
  const { findInPhoto, sayFound } = await import('./find');
  return eachFile(command.files, command.json, (file) => findInPhoto(file, command, (share) => showProgress(file, share)), sayFound);
}

async function read(command: ReadCommand): Promise<number> {
  const { readPhoto, sayRead } = await import('./read');
  return eachFile(command.files, command.json, (file) => readPhoto(file, command, (share) => showProgress(file, share)), sayRead);
}

async function check(command: CheckCommand): Promise<number> {
  const { checkOne, sayCheck } = await import('./check');
  return eachFile(command.files, command.json, (file) => checkOne(file, command, (share) => showProgress(file, share)), sayCheck);
}

async function plan(command: PlanCommand): Promise<number> {
  const { makePlan, sayPlan } = await import('./plan');
  return eachFile(command.files, command.json, (file) => makePlan(file, command, (share) => showProgress(file, share)), sayPlan);
}

async function apply(command: ApplyCommand): Promise<number> {
  const [planFile, ...photos] = command.files;
  let plan;
  try {
    plan = await readPlan(planFile!);
  } catch (error) {
    console.error(sayFailure(planFile!, error));
    return 1;
  }
  return eachFile(photos, command.json, (file) => applyPlan(plan, file, command, (share) => showProgress(file, share)), (file, written) => [`${file} → ${written.file}`, ...written.warnings.map((warning) => `  ${warning}`)].join('\n'));
}

const BAR = 30;

function showProgress(file: string, share: number): void {
  if (!process.stderr.isTTY) return;
  const filled = Math.round(BAR * share);
  process.stderr.write(`\r${'█'.repeat(filled)}${'░'.repeat(BAR - filled)} ${Math.round(100 * share)} % ${file}${share >= 1 ? '\r\x1b[K' : ''}`);
}
