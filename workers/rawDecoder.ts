import type { RawDecoder } from '#core/formats/developRaw';
import wasmUrl from 'libraw-wasm/dist/libraw.wasm?url';

/** A decoder of cameras' files with memory of its own, loaded when the first one is opened. */
export async function startRawDecoder(): Promise<RawDecoder> {
  const { default: start } = await import('libraw-wasm/dist/libraw.js');
  const wasm = await WebAssembly.compileStreaming(fetch(wasmUrl));
  const { LibRaw } = await start({
    instantiateWasm: (imports, done) => {
      void WebAssembly.instantiate(wasm, imports).then((instance) => done(instance, wasm));
    },
  });
  return new LibRaw();
}
