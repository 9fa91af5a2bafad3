import { fileURLToPath } from 'node:url';
import { build } from 'esbuild';

/**
 * Builds the thread in which the server renders photos, as a file of its own.
 * @param folder where the built server lies
 */
export async function buildRenderThread(folder: string): Promise<void> {
  await build({
    entryPoints: [fileURLToPath(new URL('../node/renderThread.ts', import.meta.url))],
    outfile: `${folder}/renderThread.mjs`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    external: ['sharp', 'libraw-wasm', 'lcms-wasm', '@jsquash/jxl'],
    tsconfig: fileURLToPath(new URL('../cli/tsconfig.json', import.meta.url)),
  });
}
