import { parentPort, workerData } from 'node:worker_threads';
import { factsOf } from '#core/errors';
import type { ErrorFacts } from '#core/errors';
import { renderFile } from './renderFile';
import type { RenderRequest } from './renderFile';

/** What a thread says. */
export type ThreadMessage =
  { readonly share: number } | { readonly file: Uint8Array } | { readonly fault: ErrorFacts };

const say = (message: ThreadMessage) => parentPort!.postMessage(message);

try {
  say({ file: await renderFile(workerData as RenderRequest, (share) => say({ share })) });
} catch (error) {
  say({ fault: factsOf(error) });
}
