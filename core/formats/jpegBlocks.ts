import { JpegDamagedError } from './jpegBits';
import type { HuffmanTable, JpegBits } from './jpegBits';

/** One colour channel of a frame. */
export interface Component {
  readonly id: number;
  /** sampling factors */
  readonly across: number;
  readonly down: number;
  readonly quantiser: number;
  /** blocks that hold the picture, and those with the rims of whole units */
  readonly columns: number;
  readonly rows: number;
  readonly paddedColumns: number;
  readonly paddedRows: number;
  /** rows of the picture that a block spans */
  readonly blockRows: number;
  /** of progressive files: which of a block's 64 coefficients are not zero so far, in two words a block */
  readonly known: Uint32Array | undefined;
}

interface ScanComponent extends Component {
  readonly dc: HuffmanTable | undefined;
  readonly ac: HuffmanTable | undefined;
  readonly quantisers: Uint16Array | undefined;
}

/** One pass over the picture: which components, and of progressive files which coefficients and bits. */
export interface Scan {
  readonly height: number;
  readonly progressive: boolean;
  readonly components: readonly ScanComponent[];
  readonly from: number;
  readonly to: number;
  readonly high: number;
  readonly low: number;
  /**
   * units that are coded one after the other, how many there are in a row, and the picture's rows that one
   * spans
   */
  readonly units: number;
  readonly unitsAcross: number;
  readonly unitRows: number;
}

interface FrameShape {
  readonly width: number;
  readonly height: number;
  readonly progressive: boolean;
  readonly components: readonly Component[];
}

/** Reads the header of a scan. @returns undefined when it names what is not there */
export function scanOf(
  segment: Uint8Array,
  frame: FrameShape,
  tables: { readonly dc: ReadonlyMap<number, HuffmanTable>; readonly ac: ReadonlyMap<number, HuffmanTable> },
  quantisers: ReadonlyMap<number, Uint16Array>,
): Scan {
  const count = segment[0]!;
  const components = Array.from({ length: count }, (_, n) => {
    const component = frame.components.find(({ id }) => id === segment[1 + 2 * n]);
    const target = segment[2 + 2 * n]!;
    return (
      component && {
        ...component,
        dc: tables.dc.get(target >> 4),
        ac: tables.ac.get(target & 15),
        quantisers: quantisers.get(component.quantiser),
      }
    );
  }).filter((component) => component !== undefined);
  const [from, to, bits] = segment.subarray(1 + 2 * count) as unknown as [number, number, number];
  const { unitsAcross, unitsDown, unitRows } = unitsOf(components);
  const { height, progressive } = frame;
  return {
    height,
    progressive,
    components,
    from,
    to,
    high: bits >> 4,
    low: bits & 15,
    units: unitsAcross * unitsDown,
    unitsAcross,
    unitRows,
  };
}

/**
 * A component alone is coded block by block, several together in units that hold some blocks of each (A.2).
 */
function unitsOf([first, ...others]: readonly Component[]): {
  unitsAcross: number;
  unitsDown: number;
  unitRows: number;
} {
  if (!first) return { unitsAcross: 0, unitsDown: 0, unitRows: 8 };
  const { columns, rows, blockRows, across, down, paddedColumns, paddedRows } = first;
  if (others.length === 0) return { unitsAcross: columns, unitsDown: rows, unitRows: blockRows };
  return { unitsAcross: paddedColumns / across, unitsDown: paddedRows / down, unitRows: blockRows * down };
}

/**
 * The most that a coefficient of 8-bit pixels can be, with what rounding in the encoder may add: an
 * orthonormal cosine transform of 8 by 8 values within -128..127 stays within 1024 (ITU-T T.81, A.3.3).
 */
const MOST_COEFFICIENT = 1024 + 64;

/** Follows the blocks of one scan; what it keeps is only what the codes of later blocks depend on. */
export class ScanBlocks {
  readonly #predicted: Int32Array;
  #endOfBandRun = 0;

  constructor(
    readonly scan: Scan,
    readonly bits: JpegBits,
  ) {
    this.#predicted = new Int32Array(scan.components.length);
  }

  restart(): void {
    this.#predicted.fill(0);
    this.#endOfBandRun = 0;
  }

  /** @throws {JpegDamagedError} */
  follow(unit: number): void {
    const { components, unitsAcross } = this.scan;
    const column = unit % unitsAcross;
    const row = (unit - column) / unitsAcross;
    if (components.length === 1) {
      this.#block(0, row * components[0]!.paddedColumns + column);
      return;
    }
    components.forEach(({ across, down, paddedColumns }, n) => {
      for (let y = 0; y < down; y++) {
        for (let x = 0; x < across; x++)
          this.#block(n, (row * down + y) * paddedColumns + column * across + x);
      }
    });
  }

  #block(n: number, block: number): void {
    const { progressive, from, high } = this.scan;
    if (!progressive) {
      this.#firstDc(n, 0);
      this.#sequentialAc(n);
    } else if (from === 0) {
      if (high === 0) this.#firstDc(n, this.scan.low);
      else this.bits.read(1);
    } else if (high === 0) this.#firstAc(n, block);
    else this.#refineAc(n, block);
  }

  #firstDc(n: number, low: number): void {
    const { dc, quantisers } = this.scan.components[n]!;
    const size = this.bits.symbol(tableOf(dc));
    if (size > 15) throw new JpegDamagedError('difference too large');
    this.#predicted[n]! += this.bits.readSigned(size);
    refuseBeyond(this.#predicted[n]! * 2 ** low, quantisers?.[0]);
  }

  #sequentialAc(n: number): void {
    const { ac, quantisers } = this.scan.components[n]!;
    const table = tableOf(ac);
    for (let k = 1; k < 64; k++) {
      const symbol = this.bits.symbol(table);
      const size = symbol & 15;
      const run = symbol >> 4;
      if (size === 0) {
        if (run < 15) return;
        k += 15;
        continue;
      }
      k += run;
      if (k > 63) throw new JpegDamagedError('beyond the block');
      refuseBeyond(this.bits.readSigned(size), quantisers?.[k]);
    }
  }

  /** ITU-T T.81, G.1.2.2. */
  #firstAc(n: number, block: number): void {
    if (this.#endOfBandRun > 0) {
      this.#endOfBandRun--;
      return;
    }
    const { ac, known, quantisers } = this.scan.components[n]!;
    const table = tableOf(ac);
    const { from, to, low } = this.scan;
    for (let k = from; k <= to; k++) {
      const symbol = this.bits.symbol(table);
      const size = symbol & 15;
      const run = symbol >> 4;
      if (size === 0) {
        if (run < 15) {
          this.#endOfBandRun = 2 ** run + this.bits.read(run) - 1;
          return;
        }
        k += 15;
        continue;
      }
      k += run;
      if (k > to) throw new JpegDamagedError('beyond the band');
      refuseBeyond(this.bits.readSigned(size) * 2 ** low, quantisers?.[k]);
      mark(known!, block, k);
    }
  }

  /** ITU-T T.81, G.1.2.3: one more bit of what is known, and what was zero so far. */
  #refineAc(n: number, block: number): void {
    const { ac, known } = this.scan.components[n]!;
    const table = tableOf(ac);
    const { from, to } = this.scan;
    let k = from;
    while (this.#endOfBandRun === 0 && k <= to) {
      const symbol = this.bits.symbol(table);
      const size = symbol & 15;
      let run = symbol >> 4;
      if (size > 1) throw new JpegDamagedError('a refinement of more than one bit');
      if (size === 0 && run < 15) {
        this.#endOfBandRun = 2 ** run + this.bits.read(run);
        break;
      }
      if (size === 1) this.bits.read(1);
      for (; k <= to; k++) {
        if (isMarked(known!, block, k)) this.bits.read(1);
        else if (run-- === 0) break;
      }
      if (size === 1) {
        if (k > to) throw new JpegDamagedError('beyond the band');
        mark(known!, block, k);
      }
      k++;
    }
    if (this.#endOfBandRun === 0) return;
    for (; k <= to; k++) if (isMarked(known!, block, k)) this.bits.read(1);
    this.#endOfBandRun--;
  }
}

function tableOf(table: HuffmanTable | undefined): HuffmanTable {
  if (!table) throw new JpegDamagedError('no table');
  return table;
}

function refuseBeyond(value: number, quantiser: number | undefined): void {
  const step = quantiser ?? 1;
  if (Math.abs(value) * step > MOST_COEFFICIENT + 2 * step)
    throw new JpegDamagedError('a coefficient too large');
}

function mark(known: Uint32Array, block: number, k: number): void {
  known[2 * block + (k >> 5)]! |= 1 << (k & 31);
}

function isMarked(known: Uint32Array, block: number, k: number): boolean {
  return (known[2 * block + (k >> 5)]! & (1 << (k & 31))) !== 0;
}
