import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import type { RawDecoder } from '#core/formats/developRaw';

const WASM = 'libraw-wasm/dist/libraw.wasm';

/** A decoder of cameras' files with memory of its own, which goes when it does. */
export async function startRawDecoder(): Promise<RawDecoder> {
  const { default: start } = await import('libraw-wasm/dist/libraw.js');
  const wasm = await readFile(createRequire(import.meta.url).resolve(WASM));
  const { LibRaw } = await start({
    instantiateWasm: (imports, done) => {
      void WebAssembly.instantiate(wasm, imports).then(({ instance, module }) => done(instance, module));
    },
  });
  return new LibRaw();
}
