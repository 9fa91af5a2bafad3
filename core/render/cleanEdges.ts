import { memoryOf } from '../loops/runMemory';
import type { RunMemory } from '../loops/runMemory';
import { clamp } from '../math/clamp';
import type { Region } from '../raster/raster';
import { foregroundOf } from './edgeColours';
import type { EdgeColours } from './edgeColours';

/** Covered pixels of a run, one behind the other. */
export interface GatheredPixels {
  /** interleaved linear sRGB; where the run lies in the loops' memory, so do these */
  readonly inputs: Float32Array;
  /** which pixels of the run they are, ascending */
  readonly gathered: Int32Array;
  readonly count: number;
}

/** Where a run lies: the region it belongs to and the index of its first pixel there. */
interface RunPlace {
  readonly region: Region;
  readonly first: number;
}

/** Makes covered pixels of a run what the part has of its own in them. @param coverage8 of the run */
export function cleanEdges(
  place: RunPlace,
  edge: EdgeColours,
  coverage8: Uint8Array,
  pixels: GatheredPixels,
): void {
  const memory = memoryOf(pixels.inputs);
  if (memory && 6 * edge.region.outWidth + 2 <= memory.edgeRows[0].length)
    cleanThere(memory, place, edge, pixels);
  else cleanPlainly(place, edge, coverage8, pixels);
}

/** By the compiled loop, row by row. The coverage lies in the memory already. */
function cleanThere(
  memory: RunMemory,
  { region, first }: RunPlace,
  edge: EdgeColours,
  { inputs, gathered, count }: GatheredPixels,
): void {
  const { outWidth: columns, outHeight: rows, x, y, width, height } = edge.region;
  const step = ((region.width / region.outWidth) * columns) / width;
  const start = ((region.x - x) * columns) / width + 0.5 * step - 0.5;
  for (let n = 0, row = Math.floor((first + gathered[0]!) / region.outWidth); n < count; row++) {
    const begin = row * region.outWidth - first;
    const middle = region.y + ((row + 0.5) * region.height) / region.outHeight;
    const down = clamp(((middle - y) * rows) / height - 0.5, 0, rows - 1);
    const above = Math.floor(down);
    n = memory.loops.cleanEdges(
      inputs.byteOffset,
      gathered.byteOffset,
      memory.coverage.byteOffset,
      n,
      count,
      begin + region.outWidth,
      rowThere(memory, edge, above),
      rowThere(memory, edge, Math.min(rows - 1, above + 1)),
      down - above,
      start - begin * step,
      step,
      columns - 1,
    );
  }
}

/** The two rows of colours that lie in the memory, one of even number and one of odd; whose they are is not kept for that. */
let there: { readonly edge: WeakRef<EdgeColours>; readonly rows: [number, number] } | undefined;

/** Where a row of colours lies in the memory, in bytes. */
function rowThere({ edgeRows }: RunMemory, edge: EdgeColours, row: number): number {
  if (there?.edge.deref() !== edge) there = { edge: new WeakRef(edge), rows: [-1, -1] };
  const slot = row % 2 ? 1 : 0;
  if (there.rows[slot] !== row) {
    const length = 6 * edge.region.outWidth;
    edgeRows[slot].set(edge.data.subarray(row * length, (row + 1) * length));
    there.rows[slot] = row;
  }
  return edgeRows[slot].byteOffset;
}

function cleanPlainly(
  { region, first }: RunPlace,
  edge: EdgeColours,
  coverage8: Uint8Array,
  { inputs, gathered, count }: GatheredPixels,
): void {
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  for (let n = 0; n < count; n++) {
    const value = coverage8[gathered[n]!]!;
    if (value === 255) continue;
    const index = first + gathered[n]!;
    const column = index % region.outWidth;
    const row = (index - column) / region.outWidth;
    foregroundOf(edge, inputs, 3 * n, {
      x: region.x + (column + 0.5) * across,
      y: region.y + (row + 0.5) * down,
      alpha: value / 255,
    });
  }
}
