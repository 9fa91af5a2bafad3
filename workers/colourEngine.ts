import type { ColourEngine } from '#core/formats/profileEngine';
import wasmUrl from 'lcms-wasm/dist/lcms.wasm?url';

let engine: Promise<ColourEngine> | undefined;

/** The colour engine, loaded when the first profile asks for it. */
export function startColourEngine(): Promise<ColourEngine> {
  engine ??= import('lcms-wasm').then(({ instantiate }) => instantiate({ locateFile: () => wasmUrl }));
  // One that could not be loaded is asked for again.
  engine.catch(() => (engine = undefined));
  return engine;
}
