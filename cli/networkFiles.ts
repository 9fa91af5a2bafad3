import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { NetworkFiles } from '../networks/tfNetworks';

const MODELS = fileURLToPath(new URL('../public/models/', import.meta.url));
const WASM = dirname(createRequire(import.meta.url).resolve('@tensorflow/tfjs-backend-wasm'));

/** The networks' files on disk. */
export const networkFiles: NetworkFiles = {
  wasm: Object.fromEntries(
    ['tfjs-backend-wasm.wasm', 'tfjs-backend-wasm-simd.wasm'].map((file) => [file, join(WASM, file)]),
  ),
  load: async (name) => {
    const [graph, weights] = await Promise.all([
      readFile(join(MODELS, `${name}.json`), 'utf8'),
      readFile(join(MODELS, `${name}.bin`)),
    ]);
    return { graph: JSON.parse(graph), weights: new Uint8Array(weights).buffer };
  },
};
