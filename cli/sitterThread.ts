import { parentPort } from 'node:worker_threads';
import { factsOf } from '#core/errors';
import { LocalSitterMakers } from '#core/segment/sitterCrew';
import type { SitterMessage } from '#core/segment/sitterCrew';
import type { SitterAnswer } from './sitterCrew';

/** A thread that works sitters of one photo out, as it is told. */
const makers = new LocalSitterMakers();

function answerTo(message: SitterMessage): SitterAnswer {
  try {
    return { reply: makers.answer(message) };
  } catch (error) {
    return { fault: factsOf(error) };
  }
}

parentPort!.on('message', (message: SitterMessage) => parentPort!.postMessage(answerTo(message)));
