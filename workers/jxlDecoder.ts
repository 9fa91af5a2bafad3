import wasmUrl from '@jsquash/jxl/codec/dec/jxl_dec.wasm?url';
import type { JxlDecoder } from '#core/formats/decodePhoto';

/** A decoder of JPEG XL, loaded when the first one is opened. */
export async function startJxlDecoder(): Promise<JxlDecoder> {
  const { default: start } = await import('@jsquash/jxl/codec/dec/jxl_dec.js');
  return start({ noInitialRun: true, locateFile: () => wasmUrl });
}
