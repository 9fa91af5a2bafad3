import { parentPort } from 'node:worker_threads';
import { factsOf } from '#core/errors';
import { OwnMakers } from '#core/segment/makeSitter';
import type { SitterMessage } from '#core/segment/makeSitter';
import type { SitterReply } from './sitterCrew';

/** A thread that works sitters of one photo out, as it is told. */
const makers = new OwnMakers();

function replyTo(message: SitterMessage): SitterReply {
  try {
    return { result: makers.answer(message) };
  } catch (error) {
    return { fault: factsOf(error) };
  }
}

parentPort!.on('message', (message: SitterMessage) => {
  const reply = replyTo(message);
  if (!('pyramid' in message)) parentPort!.postMessage(reply);
});
