import { once } from 'node:events';
import { reviveError } from '#core/errors';
import type { ErrorFacts } from '#core/errors';
import type { Pyramid } from '#core/raster/pyramid';
import { findParts } from '#core/segment/findParts';
import type { FindOptions } from '#core/segment/findParts';
import type { FoundPeople } from '#core/segment/found';
import type { FaceNetworks } from '#core/segment/networks';
import { dealSitters } from '#core/segment/sitterCrew';
import type { SitterReply, TellSitters } from '#core/segment/sitterCrew';
import { startThread } from '../node/stripThreads';
import type { StartedThread } from '../node/stripThreads';

/** What a thread says to whatever it is told. */
export type SitterAnswer = { readonly reply: SitterReply } | { readonly fault: ErrorFacts };

const FILE = new URL('../.cli/sitterThread.mjs', import.meta.url);

/** Threads that work out the sitters of a photo, each its own; they begin when sitters are given to them. */
export class SitterCrew {
  readonly #threads: StartedThread[] = [];
  readonly give: ReturnType<typeof dealSitters>;

  /** @param count threads at most */
  constructor(pyramid: Pyramid, count: number) {
    this.give = dealSitters(pyramid, count, () => {
      const thread = startThread(FILE);
      this.#threads.push(thread);
      return tellInTurn(thread);
    });
  }

  async end(): Promise<void> {
    await Promise.all(this.#threads.map(({ worker }) => worker.terminate()));
  }
}

/** Finds people, several of them side by side where threads are allowed. @throws {NetworksMissingError} */
export async function findInThreads(
  pyramid: Pyramid,
  networks: FaceNetworks,
  { threads, ...options }: Omit<FindOptions, 'crew'> & { readonly threads: number },
): Promise<FoundPeople> {
  if (threads < 2) return findParts(pyramid, networks, options);
  const crew = new SitterCrew(pyramid, threads);
  try {
    return await findParts(pyramid, networks, { ...options, crew: crew.give });
  } finally {
    await crew.end();
  }
}

/** Tells a thread one thing once it has answered the one before; what it throws is thrown. */
function tellInTurn({ worker, failed }: StartedThread): TellSitters {
  let turn: Promise<unknown> = Promise.resolve();
  return (message) => {
    const told = turn.then(async () => {
      worker.postMessage(message);
      const [answer] = (await Promise.race([once(worker, 'message'), failed])) as [SitterAnswer];
      if ('fault' in answer) throw reviveError(answer.fault);
      return answer.reply;
    });
    turn = told.catch(() => undefined);
    return told;
  };
}
