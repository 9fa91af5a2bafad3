import { arePlain, ownLoops } from './compiledLoops';
import type { CompiledLoops } from './compiledLoops';

/** Pixels that are carried through all steps at a time. */
export const RUN_PIXELS = 2048;
/**
 * Nodes along each axis of tables of colours: with them colours of turned skin lie within 0.25 codes, 0.02 L*
 * and 1 % of chroma of the exact ones.
 */
export const TABLE_NODES = 49;
/** Tables that lie ready at a time; what none of their colours came near takes no memory. */
const MOST_TABLES = 32;
const MOST_NUMBERS = 32;
/** Cells along a row of a field that is read here. */
const MOST_CELLS = 1200;
/** Of a row of colours along an edge, six numbers each; and vectors are read whole. */
const ROW_BYTES = 24 * MOST_CELLS + 8;
/** Numbers that are made of a field in each cell, and so at each place. */
const MOST_MADE = 8;
const CODE_BYTES = 2 ** 15 + 1;
const PAGE_BYTES = 65_536;
const FIRST_PLACE = 1024;
/** Vectors are read whole: behind a run of pixels there is room for one number more. */
const RUN_BYTES = 12 * RUN_PIXELS + 16;

/** A table of colours that may lie in the memory, besides where its owner keeps it. */
export interface KeptTable {
  /** nodes along each axis */
  readonly size: number;
  /** four numbers a node */
  readonly data: Float32Array;
  /** by the near corner of a cell, whether its nodes are worked out */
  readonly ready: Uint8Array;
}

/** Where a table lies in the memory; what its owner works out has to be written there as well. */
export interface TableSlot {
  readonly nodes: Float32Array;
  readonly ready: Uint8Array;
}

interface HeldSlot extends TableSlot {
  table: KeptTable | undefined;
  round: number;
}

/**
 * Memory of compiled loops in which runs of pixels are carried through steps. It never grows, so that what is
 * seen of it lasts.
 */
export class RunMemory {
  readonly pixels: Float32Array;
  /** covered pixels of a run one behind the other, and the same without what lies behind them */
  readonly inputs: Float32Array;
  readonly unmixed: Float32Array;
  /** which pixels those are, and where in the photo */
  readonly places: Int32Array;
  readonly x: Float32Array;
  readonly y: Float32Array;
  readonly coverage: Uint8Array;
  /** of a run, four bytes a pixel */
  readonly codes: Uint8Array;
  /** light by code, 256 for each channel, as a caller fills it */
  readonly light: Float32Array;
  /** what else a loop asks for, as its caller fills it */
  readonly numbers: Float32Array;
  /** code by light in steps, as a caller fills it */
  readonly codeOf: Uint8Array;
  /** two rows of colours along an edge, as a caller fills them */
  readonly edgeRows: readonly [Float32Array, Float32Array];
  /** what is made of a field along a row, and at the places of a run, as a caller fills them */
  readonly fieldLine: Float32Array;
  readonly fieldOut: Float32Array;
  #end = FIRST_PLACE;
  #round = 0;
  readonly #slots: HeldSlot[] = [];

  constructor(readonly loops: CompiledLoops) {
    const cells = TABLE_NODES ** 3;
    const fields = 4 * MOST_MADE * (MOST_CELLS + RUN_PIXELS) + 2 * (ROW_BYTES + 16);
    const small = 3 * RUN_BYTES + 17 * RUN_PIXELS + CODE_BYTES + 3 * 1024 + 4 * MOST_NUMBERS + fields;
    loops.memory.grow(Math.ceil((FIRST_PLACE + small + MOST_TABLES * 17 * cells) / PAGE_BYTES) + 1);
    this.pixels = this.#floats(RUN_BYTES);
    this.inputs = this.#floats(RUN_BYTES);
    this.unmixed = this.#floats(RUN_BYTES);
    this.places = new Int32Array(loops.memory.buffer, this.#take(4 * RUN_PIXELS), RUN_PIXELS);
    this.x = this.#floats(4 * RUN_PIXELS);
    this.y = this.#floats(4 * RUN_PIXELS);
    this.coverage = this.#bytes(RUN_PIXELS);
    this.codes = this.#bytes(4 * RUN_PIXELS);
    this.light = this.#floats(3 * 1024);
    this.numbers = this.#floats(4 * MOST_NUMBERS);
    this.codeOf = this.#bytes(CODE_BYTES);
    this.fieldLine = this.#floats(4 * MOST_MADE * MOST_CELLS);
    this.fieldOut = this.#floats(4 * MOST_MADE * RUN_PIXELS);
    this.edgeRows = [this.#floats(ROW_BYTES), this.#floats(ROW_BYTES)];
    for (let i = 0; i < MOST_TABLES; i++)
      this.#slots.push({
        nodes: this.#floats(16 * cells),
        ready: this.#bytes(cells),
        table: undefined,
        round: -1,
      });
  }

  /** Whether these numbers lie in it. */
  holds(numbers: Float32Array): boolean {
    return numbers.buffer === this.pixels.buffer;
  }

  /** Tables that were used since the last call keep their places until the next one. */
  beginRound(): void {
    this.#round++;
  }

  /** Where a table lies; undefined where all places are taken by tables of this round, or are of another size. */
  slotOf(table: KeptTable): TableSlot | undefined {
    let slot = this.#slots.find((each) => each.table === table);
    if (!slot) {
      if (table.size !== TABLE_NODES) return undefined;
      slot = this.#slots.reduce((oldest, each) => (each.round < oldest.round ? each : oldest));
      if (slot.round === this.#round) return undefined;
      slot.table = table;
      slot.ready.set(table.ready);
      if (table.ready.includes(1)) slot.nodes.set(table.data);
    }
    slot.round = this.#round;
    return slot;
  }

  #take(bytes: number): number {
    const place = this.#end;
    this.#end += 16 * Math.ceil(bytes / 16);
    return place;
  }

  #floats(bytes: number): Float32Array {
    return new Float32Array(this.loops.memory.buffer, this.#take(bytes), Math.floor(bytes / 4));
  }

  #bytes(count: number): Uint8Array {
    return new Uint8Array(this.loops.memory.buffer, this.#take(count), count);
  }
}

let memory: RunMemory | 'none' | undefined;

/** The memory of runs; undefined where the host has no compiled loops, or too little memory for it. */
export function runMemory(): RunMemory | undefined {
  if (arePlain()) return undefined;
  memory ??= makeMemory();
  return memory === 'none' ? undefined : memory;
}

/** The same where these pixels lie in it. */
export function memoryOf(pixels: Float32Array): RunMemory | undefined {
  const held = runMemory();
  return held?.holds(pixels) ? held : undefined;
}

function makeMemory(): RunMemory | 'none' {
  const loops = ownLoops();
  if (!loops) return 'none';
  try {
    return new RunMemory(loops);
  } catch {
    // The machine has no more: the plain loops need none.
    return 'none';
  }
}
