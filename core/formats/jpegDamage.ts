import { JpegBits, JpegDamagedError, buildHuffmanTable } from './jpegBits';
import type { HuffmanTable } from './jpegBits';
import { ScanBlocks, scanOf } from './jpegBlocks';
import type { Component, Scan } from './jpegBlocks';

/** Where a JPEG's data stop making sense. */
export interface JpegDamage {
  /**
   * the row of the stored picture (before EXIF orientation) by which they do at the latest: wrong bytes may
   * read as right ones for a while
   */
  readonly row: number;
  readonly rows: number;
}

interface Frame {
  readonly width: number;
  readonly height: number;
  readonly progressive: boolean;
  readonly components: readonly Component[];
}

/**
 * Follows the entropy-coded data of a JPEG without decoding its pixels: codes that do not exist, coefficients
 * beyond what 8 bits can give, blocks that are missing or too many, restart markers out of turn. Decoders go
 * on over such places without a word and show torn or coloured blocks. Baseline, extended and progressive
 * Huffman files are followed.
 * @returns undefined when nothing is wrong, or for a file of another kind
 * @see ITU-T T.81, annexes B, F and G
 */
export function findJpegDamage(bytes: Uint8Array): JpegDamage | undefined {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const tables = { dc: new Map<number, HuffmanTable>(), ac: new Map<number, HuffmanTable>() };
  const quantisers = new Map<number, Uint16Array>();
  let frame: Frame | undefined;
  let restartInterval = 0;
  for (let at = 2; at + 4 <= bytes.length;) {
    if (bytes[at] !== 0xff) {
      at++;
      continue;
    }
    const marker = bytes[at + 1]!;
    if (marker === 0xd9) return undefined;
    if (marker === 0xff || marker === 0 || marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8)) {
      at += marker === 0xff ? 1 : 2;
      continue;
    }
    const length = view.getUint16(at + 2);
    const segment = bytes.subarray(at + 4, at + 2 + length);
    if (marker >= 0xc0 && marker <= 0xc2) {
      if (segment[0] !== 8) return undefined;
      frame = readFrame(segment, marker === 0xc2);
    } else if (marker === 0xc4) readHuffmanTables(segment, tables);
    else if (marker === 0xdb) readQuantisers(segment, quantisers);
    else if (marker === 0xdd) restartInterval = view.getUint16(at + 4);
    else if (marker === 0xda) {
      if (!frame) return undefined;
      const scan = scanOf(segment, frame, tables, quantisers);
      const end = followScan(bytes, at + 2 + length, scan, restartInterval);
      if (typeof end !== 'number') return end;
      at = end;
      continue;
    } else if (marker >= 0xc3 && marker <= 0xcf && marker !== 0xc8 && marker !== 0xcc) return undefined;
    at += 2 + length;
  }
  return undefined;
}

function readFrame(segment: Uint8Array, progressive: boolean): Frame {
  const height = (segment[1]! << 8) | segment[2]!;
  const width = (segment[3]! << 8) | segment[4]!;
  const count = segment[5]!;
  const listed = Array.from({ length: count }, (_, n) => {
    const sampling = segment[7 + 3 * n]!;
    return {
      id: segment[6 + 3 * n]!,
      across: sampling >> 4 || 1,
      down: sampling & 15 || 1,
      quantiser: segment[8 + 3 * n]!,
    };
  });
  const mostAcross = Math.max(...listed.map(({ across }) => across));
  const mostDown = Math.max(...listed.map(({ down }) => down));
  const components = listed.map((component): Component => {
    const columns = Math.ceil(Math.ceil((width * component.across) / mostAcross) / 8);
    const rows = Math.ceil(Math.ceil((height * component.down) / mostDown) / 8);
    const paddedColumns = Math.ceil(width / (8 * mostAcross)) * component.across;
    const paddedRows = Math.ceil(height / (8 * mostDown)) * component.down;
    const blockRows = (8 * mostDown) / component.down;
    const known = progressive ? new Uint32Array(2 * paddedColumns * paddedRows) : undefined;
    return { ...component, columns, rows, paddedColumns, paddedRows, blockRows, known };
  });
  return { width, height, progressive, components };
}

function readHuffmanTables(
  segment: Uint8Array,
  tables: { dc: Map<number, HuffmanTable>; ac: Map<number, HuffmanTable> },
): void {
  for (let at = 0; at + 17 <= segment.length;) {
    const target = segment[at]!;
    const counts = segment.subarray(at + 1, at + 17);
    const total = counts.reduce((sum, count) => sum + count, 0);
    (target >> 4 ? tables.ac : tables.dc).set(
      target & 15,
      buildHuffmanTable(counts, segment.subarray(at + 17, at + 17 + total)),
    );
    at += 17 + total;
  }
}

function readQuantisers(segment: Uint8Array, quantisers: Map<number, Uint16Array>): void {
  for (let at = 0; at < segment.length;) {
    const wide = segment[at]! >> 4;
    const values = new Uint16Array(64);
    for (let n = 0; n < 64; n++) {
      values[n] = wide ? (segment[at + 1 + 2 * n]! << 8) | segment[at + 2 + 2 * n]! : segment[at + 1 + n]!;
    }
    quantisers.set(segment[at]! & 15, values);
    at += 1 + 64 * (wide ? 2 : 1);
  }
}

/** @returns where the data end, or the damage */
function followScan(
  bytes: Uint8Array,
  start: number,
  scan: Scan,
  restartInterval: number,
): number | JpegDamage {
  const bits = new JpegBits(bytes, start);
  const blocks = new ScanBlocks(scan, bits);
  let unit = 0;
  try {
    for (; unit < scan.units; unit++) {
      if (restartInterval > 0 && unit > 0 && unit % restartInterval === 0) {
        bits.restart((unit / restartInterval - 1) % 8);
        blocks.restart();
      }
      blocks.follow(unit);
    }
    return bits.finish();
  } catch (error) {
    if (!(error instanceof JpegDamagedError)) throw error;
    const row = Math.floor(Math.min(unit, scan.units - 1) / scan.unitsAcross) * scan.unitRows;
    return { row: Math.min(row, scan.height - 1), rows: scan.height };
  }
}
