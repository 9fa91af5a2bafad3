import { parentPort } from 'node:worker_threads';
import { factsOf } from '#core/errors';
import type { Pyramid } from '#core/raster/pyramid';
import { findInFrame, workFrame } from './shotWork';
import type { FrameWork } from './shotWork';

/** A thread that finds people in frames or writes frames, one after another, as it is told. */
parentPort!.on('message', (message: FrameWork | Pyramid) => {
  const work: Promise<unknown> = 'followed' in message ? workFrame(message) : findInFrame(message);
  work.then(
    (result) => parentPort!.postMessage({ result }),
    (error: unknown) => parentPort!.postMessage({ fault: factsOf(error) }),
  );
});
