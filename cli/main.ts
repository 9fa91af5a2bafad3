import packageFile from '../package.json' with { type: 'json' };
import { UsageError, parseCommand } from './arguments';
import type { Command } from './arguments';
import { openJob } from './jobs';
import type { Job } from './jobs';
import { failedEntry, runJob } from './runJob';
import { usageOf } from './usage';

/** @returns the exit code: 0 done, 1 a file failed, 2 not understood */
export async function main(words: readonly string[]): Promise<number> {
  try {
    const asked = parseCommand(words);
    if (asked.command === 'help') return say(usageOf(asked.of));
    if (asked.command === 'version') return say(packageFile.version);
    return await run(asked);
  } catch (error) {
    if (!(error instanceof UsageError)) throw error;
    console.error(`${error.message}\n\n${usageOf()}`);
    return 2;
  }
}

function say(text: string): number {
  console.log(text);
  return 0;
}

async function run(command: Command): Promise<number> {
  let job: Job;
  try {
    if (command.command === 'series') return await (await import('./series')).runSeries(command);
    job = await openJob(command);
  } catch (error) {
    // The plan that is to be applied, or the reference.
    const entry = failedEntry(command.files[0]!, error);
    if (command.json) console.log(JSON.stringify([entry], null, 2));
    else console.error(entry.message);
    return 1;
  }
  return runJob(command, job);
}
