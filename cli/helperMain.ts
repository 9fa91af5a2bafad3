import { CoreError, factsOf } from '#core/errors';
import type { Command } from './arguments';
import type { Claims } from './claims';
import type { FromHelper, ToHelper } from './helpers';
import { openJob } from './jobs';
import type { Job } from './jobs';
import { Outputs, endSoon } from './outputs';

/** A process that works on files of a command, one after another, as it is told. */
const say = (message: FromHelper) => process.send!(message);

let job: Promise<{ readonly job: Job; readonly outputs: Outputs }> | undefined;
let answerClaim: (claimed: boolean) => void = () => undefined;

const claims: Claims = {
  claim: (_, path) =>
    new Promise((resolve) => {
      answerClaim = resolve;
      say({ claim: path });
    }),
};

async function begin(command: Command) {
  const opened = await openJob(command);
  const outputs = await Outputs.besides([...opened.files, ...opened.besides], claims);
  return { job: opened, outputs };
}

async function work(n: number): Promise<void> {
  try {
    const { job: open, outputs } = await job!;
    const report = {
      progress: (share: number) => say({ share }),
      warn: (warning: string) => say({ warning }),
    };
    say({ result: await open.work(open.files[n]!, outputs.of(n), report) });
  } catch (error) {
    const { message, code, path } = error as NodeJS.ErrnoException;
    if (error instanceof CoreError) say({ fault: factsOf(error) });
    else say({ failure: { message, ...(code && { code }), ...(path && { path }) } });
  }
}

process.on('message', (message: ToHelper) => {
  if ('command' in message) job = begin(message.command);
  else if ('file' in message) void work(message.file);
  else answerClaim(message.claimed);
});
// Whoever asked has gone: what is not whole is taken away on the way out.
process.on('disconnect', () => endSoon(0));
