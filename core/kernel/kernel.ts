import { KERNEL_CODE } from './kernel.gen';

/** A compiled loop: places in bytes of the memory, sizes in values, as kernel/index.ts has them. */
type Loop<Result = void> = (...placesAndSizes: readonly number[]) => Result;

/** The compiled loops and the memory on which they work. */
export interface Kernel {
  readonly memory: { readonly buffer: ArrayBuffer; grow: (pages: number) => number };
  readonly boxMeans: Loop;
  readonly prepareGuide: Loop;
  readonly fitGuided: Loop;
  readonly guideLine: Loop;
  readonly lineBetween: Loop<number>;
  readonly evaluateGuidedLine: Loop;
  readonly addDensities: Loop;
}

/** Room on the kernel's memory for one call; nothing in it lasts beyond that. */
export interface KernelRoom {
  readonly kernel: Kernel;
  /** where each piece begins, in bytes */
  readonly places: readonly number[];
}

/** What is known of WebAssembly where neither page nor Node says it. */
interface WasmHost {
  readonly Module: new (code: Uint8Array) => object;
  readonly Instance: new (module: object) => { readonly exports: object };
}

const PAGE_BYTES = 65_536;
/** Pieces begin at whole vectors, beyond what the compiler keeps for itself. */
const VECTOR_BYTES = 16;
const FIRST_PLACE = 1024;
/** The memory never shrinks: what needs more than this is left to the plain loops. */
const MOST_BYTES = 96 * 2 ** 20;

let loaded: Kernel | 'none' | undefined;
let isOff = false;

/**
 * Room for a call of a compiled loop.
 * @param sizes of the pieces, bytes
 * @returns undefined where they are too large, or where the host has no such loops: the plain ones do the same
 */
export function kernelRoom(...sizes: readonly number[]): KernelRoom | undefined {
  const kernel = compiled();
  if (!kernel) return undefined;
  let end = FIRST_PLACE;
  const places = sizes.map((size) => {
    const place = end;
    end += VECTOR_BYTES * Math.ceil(size / VECTOR_BYTES);
    return place;
  });
  if (end > MOST_BYTES) return undefined;
  const missing = end - kernel.memory.buffer.byteLength;
  if (missing > 0) kernel.memory.grow(Math.ceil(missing / PAGE_BYTES));
  return { kernel, places };
}

/** Numbers of the kernel's memory, as they are until it grows. @param place in bytes */
export function floatsAt({ memory }: Kernel, place: number, length: number): Float32Array {
  return new Float32Array(memory.buffer, place, length);
}

/** What something gives with the plain loops alone: to hold the compiled ones against them. */
export function withoutKernel<Result>(run: () => Result): Result {
  isOff = true;
  try {
    return run();
  } finally {
    isOff = false;
  }
}

/** Whether this host runs the compiled loops. */
export function hasKernel(): boolean {
  return compiled() !== undefined;
}

function compiled(): Kernel | undefined {
  if (isOff) return undefined;
  loaded ??= compile();
  return loaded === 'none' ? undefined : loaded;
}

function compile(): Kernel | 'none' {
  const { WebAssembly: host } = globalThis as { readonly WebAssembly?: WasmHost };
  if (!host) return 'none';
  try {
    return new host.Instance(new host.Module(KERNEL_CODE)).exports as Kernel;
  } catch {
    // A host without vectors, or one that forbids code from bytes.
    return 'none';
  }
}
