import { once } from 'node:events';
import { reviveError } from '#core/errors';
import type { ErrorFacts } from '#core/errors';
import type { Pyramid } from '#core/raster/pyramid';
import type { MadeSitter, SitterMaker, SitterMessage, SitterWork } from '#core/segment/makeSitter';
import type { DividedHead } from '#core/segment/partSitters';
import { startThread } from '../node/stripThreads';
import type { StartedThread } from '../node/stripThreads';

/** What a thread replies about a sitter. */
export type SitterReply = { readonly result: unknown } | { readonly fault: ErrorFacts };

const FILE = new URL('../.cli/sitterThread.mjs', import.meta.url);

/** A thread that is asked one thing after the other. */
interface CrewMember {
  readonly thread: StartedThread;
  turn: Promise<unknown>;
}

/** Threads that work out the sitters of a photo, each its own; they begin when sitters are given to them. */
export class SitterCrew {
  readonly #members: CrewMember[] = [];
  #given = 0;

  /** @param count threads at most */
  constructor(
    readonly pyramid: Pyramid,
    readonly count: number,
  ) {}

  give(work: SitterWork): SitterMaker {
    const n = this.#given++;
    const member = (this.#members[n % this.count] ??= this.#begin());
    return {
      divide: () => ask<DividedHead>(member, { n, work }),
      finish: (classes) => ask<MadeSitter>(member, { n, classes }),
    };
  }

  async end(): Promise<void> {
    await Promise.all(this.#members.map(({ thread: { worker } }) => worker.terminate()));
  }

  #begin(): CrewMember {
    const thread = startThread(FILE);
    thread.worker.postMessage({ pyramid: this.pyramid } satisfies SitterMessage);
    return { thread, turn: Promise.resolve() };
  }
}

/** @throws what the thread throws */
function ask<Result>(member: CrewMember, message: SitterMessage): Promise<Result> {
  const { worker, failed } = member.thread;
  const asked = member.turn.then(async () => {
    worker.postMessage(message);
    const [reply] = (await Promise.race([once(worker, 'message'), failed])) as [SitterReply];
    if ('fault' in reply) throw reviveError(reply.fault);
    return reply.result as Result;
  });
  member.turn = asked.catch(() => undefined);
  return asked;
}
