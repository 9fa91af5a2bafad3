import { LOOPS_CODE } from './loops.gen';

/** A compiled loop: places in bytes of the memory, sizes in values, as loops/index.ts has them. */
type Loop<Result = void> = (...placesAndSizes: readonly number[]) => Result;

/** The compiled loops and the memory on which they work. */
export interface CompiledLoops {
  readonly memory: { readonly buffer: ArrayBuffer; grow: (pages: number) => number };
  readonly boxMeans: Loop;
  readonly prepareGuide: Loop;
  readonly fitGuided: Loop;
  readonly guideLine: Loop;
  readonly lineBetween: Loop<number>;
  readonly evaluateGuidedLine: Loop;
  readonly addDensities: Loop;
  readonly softenMask: Loop;
  readonly decodeCodes: Loop;
  readonly addCodes: Loop;
  readonly foldPixels: Loop;
  readonly gatherCovered: Loop<number>;
  readonly blendCovered: Loop;
  readonly cleanEdges: Loop<number>;
  readonly encodeCodes: Loop<number>;
  readonly lookUpColours: Loop<number>;
  readonly dyeBodies: Loop;
  readonly readLine: Loop;
  readonly lightToOklab: Loop;
  readonly oklabToLight: Loop;
  readonly takeOffVeil: Loop;
}

/** Room on the loops' memory for one call; nothing in it lasts beyond that. */
export interface LoopRoom {
  readonly loops: CompiledLoops;
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

let loaded: CompiledLoops | 'none' | undefined;
let isOff = false;

/**
 * Room for a call of a compiled loop.
 * @param sizes of the pieces, bytes
 * @returns undefined where they are too large, or where the host has no such loops: the plain ones do the same
 */
export function loopRoom(...sizes: readonly number[]): LoopRoom | undefined {
  const loops = compiled();
  if (!loops) return undefined;
  let end = FIRST_PLACE;
  const places = sizes.map((size) => {
    const place = end;
    end += VECTOR_BYTES * Math.ceil(size / VECTOR_BYTES);
    return place;
  });
  if (end > MOST_BYTES) return undefined;
  return hasMemory(loops, end) ? { loops, places } : undefined;
}

function hasMemory({ memory }: CompiledLoops, bytes: number): boolean {
  const missing = bytes - memory.buffer.byteLength;
  if (missing <= 0) return true;
  try {
    memory.grow(Math.ceil(missing / PAGE_BYTES));
    return true;
  } catch {
    // The machine has no more; what is there stays as it was.
    return false;
  }
}

/** The loops once more, on a memory of their own. @returns undefined where the host has none */
export function ownLoops(): CompiledLoops | undefined {
  const loops = compile();
  return loops === 'none' ? undefined : loops;
}

/** Whether plain loops alone are to run. */
export function arePlain(): boolean {
  return isOff;
}

/** Numbers of the loops' memory, as they are until it grows. @param place in bytes */
export function floatsAt({ memory }: CompiledLoops, place: number, length: number): Float32Array {
  return new Float32Array(memory.buffer, place, length);
}

/** What something gives with the plain loops alone: to hold the compiled ones against them. */
export function withPlainLoops<Result>(run: () => Result): Result {
  isOff = true;
  try {
    return run();
  } finally {
    isOff = false;
  }
}

function compiled(): CompiledLoops | undefined {
  if (isOff) return undefined;
  loaded ??= compile();
  return loaded === 'none' ? undefined : loaded;
}

function compile(): CompiledLoops | 'none' {
  const { WebAssembly: host } = globalThis as { readonly WebAssembly?: WasmHost };
  if (!host) return 'none';
  try {
    return new host.Instance(new host.Module(LOOPS_CODE)).exports as CompiledLoops;
  } catch {
    // A host without vectors, or one that forbids code from bytes.
    return 'none';
  }
}
