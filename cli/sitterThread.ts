import { parentPort } from 'node:worker_threads';
import { factsOf } from '#core/errors';
import { makeSitters } from '#core/segment/makeSitter';
import type { SitterPlaces } from '#core/segment/makeSitter';
import { tfNetworks } from '../networks/tfNetworks';
import { networkFiles } from './networkFiles';
import type { SitterMessage, SitterReply } from './sitterCrew';

/** A thread that works sitters of one photo out, as it is told. */
const networks = tfNetworks(networkFiles);
let sitters: SitterPlaces | undefined;

parentPort!.on('message', (message: SitterMessage) => {
  if ('pyramid' in message) {
    sitters = makeSitters(message.pyramid, networks);
    return;
  }
  const { n } = message;
  const work = 'work' in message ? sitters!.divide(n, message.work) : sitters!.finish(n, message.classes);
  work.then(
    (result) => parentPort!.postMessage({ result } satisfies SitterReply),
    (error: unknown) => parentPort!.postMessage({ fault: factsOf(error) } satisfies SitterReply),
  );
});
