import { Worker } from 'node:worker_threads';
import { handOffLimitsSchema } from '#core/formats/handOff';
import type { HandOffLimits } from '#core/formats/handOff';
import { RenderJobs } from './renderJobs';

let jobs: RenderJobs | undefined;

/** The photos in hand; undefined where this server renders none. */
export function renderJobs(): RenderJobs | undefined {
  const { on, ...limits } = useRuntimeConfig().handOff;
  if (!on) return undefined;
  return (jobs ??= new RenderJobs(handOffLimitsSchema.parse(limits) satisfies HandOffLimits, startThread));
}

/** The thread is built as a file of its own beside the server's. */
function startThread(workerData: unknown): Worker {
  return new Worker(new URL('renderThread.mjs', import.meta.url), { workerData });
}
