/** The decoder alone, without the thread that the package would start for it; it comes without types. */
declare module 'libraw-wasm/dist/libraw.js' {
  export default function start(options: {
    readonly instantiateWasm: (
      imports: WebAssembly.Imports,
      done: (instance: WebAssembly.Instance, module: WebAssembly.Module) => void,
    ) => void;
  }): Promise<{ readonly LibRaw: new () => import('../core/formats/developRaw').RawDecoder }>;
}
