import { memoryOf } from '../loops/runMemory';
import type { RunMemory, TableSlot } from '../loops/runMemory';
import { lookUp, prepareNear, tabulate } from '../raster/lut3d';
import type { Lut3d } from '../raster/lut3d';
import { NO_PLACES } from './kinds';
import type { PixelKernel } from './kinds';

/** A kernel that looks colours up in a table. */
export interface TableKernel {
  readonly table: Lut3d;
  readonly kernel: PixelKernel;
}

/**
 * A kernel as a table; colours outside the cube, which earlier steps may have made, go through the kernel
 * itself.
 */
export function tableKernel(exact: PixelKernel, size: number): TableKernel {
  const table = tabulate((pixels, count) => exact(pixels, count, NO_PLACES), size);
  const kernel: PixelKernel = (pixels, count) => {
    const memory = memoryOf(pixels);
    const slot = memory?.slotOf(table);
    if (slot) lookUpThere(table, pixels.subarray(0, 3 * count), { exact, loops: memory!.loops, slot });
    else lookUpPlainly(table, pixels, count, exact);
  };
  return { table, kernel };
}

/** By the compiled loop, which stops where a cell is not worked out yet, and where a colour is outside. */
function lookUpThere(
  lut: Lut3d,
  pixels: Float32Array,
  {
    exact,
    loops,
    slot: { nodes, ready },
  }: { readonly exact: PixelKernel; readonly loops: RunMemory['loops']; readonly slot: TableSlot },
): void {
  const count = pixels.length / 3;
  for (let n = 0; ; n++) {
    n = loops.lookUpColours(pixels.byteOffset, n, count, nodes.byteOffset, ready.byteOffset, lut.size);
    if (n >= count) return;
    const one = pixels.subarray(3 * n, 3 * n + 3);
    if (isInside(pixels, 3 * n)) {
      copyCell(lut, prepareNear(lut, one), { nodes, ready });
      lookUp(lut, one, 1);
    } else exact(one, 1, NO_PLACES);
  }
}

function copyCell({ size, data }: Lut3d, cell: number, { nodes, ready }: TableSlot): void {
  for (const pair of [cell, cell + size, cell + size * size, cell + size * size + size])
    nodes.set(data.subarray(4 * pair, 4 * (pair + 2)), 4 * pair);
  ready[cell] = 1;
}

function lookUpPlainly(lut: Lut3d, pixels: Float32Array, count: number, exact: PixelKernel): void {
  const outside: number[] = [];
  const one = new Float32Array(3);
  for (let p = 0; p < 3 * count; p += 3) {
    if (isInside(pixels, p)) continue;
    one.set(pixels.subarray(p, p + 3));
    exact(one, 1, NO_PLACES);
    outside.push(p, one[0]!, one[1]!, one[2]!);
    pixels.fill(0, p, p + 3);
  }
  lookUp(lut, pixels, count);
  for (let n = 0; n < outside.length; n += 4) pixels.set(outside.slice(n + 1, n + 4), outside[n]!);
}

function isInside(pixels: Float32Array, p: number): boolean {
  return isShare(pixels[p]!) && isShare(pixels[p + 1]!) && isShare(pixels[p + 2]!);
}

function isShare(linear: number): boolean {
  return linear >= 0 && linear <= 1;
}
