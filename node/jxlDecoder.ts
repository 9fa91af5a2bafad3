import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import start from '@jsquash/jxl/codec/dec/jxl_dec.js';
import type { JxlDecoder } from '#core/formats/decodePhoto';

const WASM = '@jsquash/jxl/codec/dec/jxl_dec.wasm';

/** What the decoder hands its pixels on in; browsers have it of their own. */
class Picture {
  constructor(
    readonly data: Uint8ClampedArray,
    readonly width: number,
    readonly height: number,
  ) {}
}

/** A decoder of JPEG XL. */
export async function startJxlDecoder(): Promise<JxlDecoder> {
  const host: { ImageData?: unknown } = globalThis;
  host.ImageData ??= Picture;
  const wasmBinary = await readFile(createRequire(import.meta.url).resolve(WASM));
  return start({ noInitialRun: true, wasmBinary } as Parameters<typeof start>[0]);
}
