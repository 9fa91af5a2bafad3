import { RUN_PIXELS } from '../loops/runMemory';
import type { Region } from '../raster/raster';

/** Where the steps of a plan do anything: by step and run, 1 where it does. */
export interface StepRuns {
  readonly keys: readonly string[];
  readonly runs: readonly Uint8Array[];
}

/** By run, 1 where a step does anything that one of two plans has from where they part on. */
export function runsThatChanged(before: StepRuns, now: StepRuns, count: number): Uint8Array {
  const part = now.keys.findIndex((key, i) => key !== before.keys[i]);
  const from = part < 0 ? now.keys.length : part;
  const changed = [...before.runs.slice(from), ...now.runs.slice(from)];
  return Uint8Array.from({ length: count }, (_, run) => Number(changed.some((runs) => runs[run] === 1)));
}

/** Runs of pixels that a region has. */
export function countRuns({ outWidth, outHeight }: Region): number {
  return Math.ceil((outWidth * outHeight) / RUN_PIXELS);
}

/** By run, 1 where anything is covered; worked out once for each coverage. */
export function coveredRuns(coverage8: Uint8Array): Uint8Array {
  let runs = RUNS_OF.get(coverage8);
  if (!runs) {
    runs = Uint8Array.from({ length: Math.ceil(coverage8.length / RUN_PIXELS) }, (_, run) =>
      Number(isAnyCovered(coverage8.subarray(run * RUN_PIXELS, (run + 1) * RUN_PIXELS))),
    );
    RUNS_OF.set(coverage8, runs);
  }
  return runs;
}
const RUNS_OF = new WeakMap<Uint8Array, Uint8Array>();

function isAnyCovered(coverage8: Uint8Array): boolean {
  for (let i = 0; i < coverage8.length; i++) if (coverage8[i] !== 0) return true;
  return false;
}
