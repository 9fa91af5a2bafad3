import { rasterisePlates } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import type { Pyramid } from '#core/raster/pyramid';
import { boundsOfRegion, touchedPixels, wholeRegion } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';
import { strips } from '#core/raster/strips';
import { sharedBytes } from './sharedBytes';
import type { StripThreads, StripWorker } from './stripThreads';

/** Plates of one rectangle, and the coverage that each is added to. */
export interface CoverageWork {
  readonly pyramid: Pyramid;
  readonly plates: readonly Plate[];
  /** 0..255 per pixel of the photo, one for each plate; in shared memory where threads add to it */
  readonly outs: readonly Uint8Array[];
}

/** By how much the coverage of each plate grew in a strip, all pixels together, 0..255 each. */
export type CoverageGrown = readonly number[];

/** Coverage 0..255 at the photo's size, and the sum of it. */
export interface WholeCoverage {
  readonly coverage8: Uint8Array;
  readonly sum: number;
}

const STRIP_PIXELS = 1_000_000;

/** Adds plates to coverage, strip after strip. */
export function beginCoverage({ pyramid, plates, outs }: CoverageWork): StripWorker<CoverageGrown> {
  return (strip) => {
    const layers = plates.map(() => new Float32Array(strip.outWidth * strip.outHeight));
    rasterisePlates(plates, strip, (part) => sampleRegion(pyramid, part), layers);
    return outs.map((out, n) => addCoverage(out, pyramid.width, layers[n]!, strip));
  };
}

/** Coverage of some plates together at the photo's size. */
export function wholeCoverage(pyramid: Pyramid, plates: readonly Plate[]): Uint8Array {
  const out = new Uint8Array(pyramid.width * pyramid.height);
  for (const { plates: group, box } of groupsOf(pyramid, [plates])) {
    const add = beginCoverage({ pyramid, plates: group, outs: group.map(() => out) });
    for (const strip of box) add(strip);
  }
  return out;
}

/** Coverage of several lists of plates, each list together, at the photo's size. @throws what a thread throws */
export async function wholeCoverages(
  pyramid: Pyramid,
  lists: readonly (readonly Plate[])[],
  threads: StripThreads<CoverageWork, CoverageGrown>,
): Promise<WholeCoverage[]> {
  const outs = lists.map(() => sharedBytes(pyramid.width * pyramid.height));
  const sums = lists.map(() => 0);
  // One group after the other: two may cover the same pixels.
  for (const { plates, of, box } of groupsOf(pyramid, lists))
    await threads.each({ pyramid, plates, outs: of.map((n) => outs[n]!) }, box, (grown) =>
      grown.forEach((sum, n) => (sums[of[n]!]! += sum)),
    );
  return outs.map((coverage8, n) => ({ coverage8, sum: sums[n]! }));
}

/** Plates of one rectangle, which look at the photo together. */
interface PlateGroup {
  readonly plates: Plate[];
  /** which list each is of */
  readonly of: number[];
  /** strips of the photo that hold the rectangle */
  readonly box: readonly Region[];
}

function groupsOf({ width, height }: Pyramid, lists: readonly (readonly Plate[])[]): Iterable<PlateGroup> {
  const groups = new Map<string, PlateGroup>();
  for (const [n, plates] of lists.entries())
    for (const plate of plates) {
      const key = Object.values(plate.region).join(' ');
      let group = groups.get(key);
      if (!group) groups.set(key, (group = { plates: [], of: [], box: boxOf(plate, width, height) }));
      group.plates.push(plate);
      group.of.push(n);
    }
  return groups.values();
}

function boxOf({ region }: Plate, width: number, height: number): Region[] {
  const box = touchedPixels(wholeRegion(width, height), boundsOfRegion(region));
  return [...strips(box.columns, box.rows, STRIP_PIXELS)].map((strip) => ({
    ...strip,
    x: box.column,
    y: box.row + strip.y,
  }));
}

/** Adds shares of a part of a photo to its coverage. @returns by how much it grew, all pixels together */
function addCoverage(
  out: Uint8Array,
  width: number,
  layer: Float32Array,
  { x, y, outWidth }: Region,
): number {
  let grown = 0;
  for (let i = 0, row = y; i < layer.length; row++)
    for (let o = row * width + x, end = o + outWidth; o < end; o++, i++) {
      if (!(layer[i]! > 0)) continue;
      const before = out[o]!;
      const after = Math.min(255, before + ((255 * layer[i]! + 0.5) | 0));
      out[o] = after;
      grown = (grown + after - before) | 0;
    }
  return grown;
}
