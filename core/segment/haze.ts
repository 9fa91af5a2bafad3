import { clampUnit } from '../math/clamp';
import { boxMeansTwice } from '../raster/boxMeans';
import { isAnywhere, mapPlane } from '../raster/mapPlane';
import type { Region } from '../raster/raster';
import { HEAD_CLASSES } from './classShares';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { joinedToHead } from './joinedToHead';
import { cellsOf, resizePlane } from './planes';
import { HAZE, HAZES, LEAST_HAZE } from './strandParameters';

/** A class as the cells of a head show it: how much of it is sure about each of them, 0..1. */
export interface SureAbout {
  readonly grid: HeadGrid;
  readonly about: Float32Array;
}

/**
 * How much of a class is sure about each cell; all of it where it is sure nowhere. Hair is sure only where it hangs
 * together with the head.
 */
export function sureAbout(grid: HeadGrid, coarse: Float32Array, name: keyof typeof HAZES): SureAbout {
  const { sure, reach } = HAZES[name];
  const seen = mapPlane(coarse, (share) => Number(share > sure));
  const isSure = name === 'hair' ? joinedToHead(grid, seen) : seen;
  if (!isAnywhere(isSure)) return { grid, about: isSure.fill(1) };
  const { outWidth: width, outHeight: height, width: photoWidth } = grid.region;
  const radius = Math.max(1, Math.round((reach * grid.frame.unit * width) / photoWidth));
  return { grid, about: boxMeansTwice(isSure, { channels: 1, width, height, radius }) };
}

/** What share of a class a place keeps, by how much of it is sure about the place. */
export function keptOf(about: number): number {
  return clampUnit(about / HAZE);
}

/** What each pixel of a region keeps of its share of a class, 0..1. */
function keptShares({ grid, about }: SureAbout, { outWidth, outHeight }: Region): Float32Array {
  const { outWidth: width, outHeight: height } = grid.region;
  const finer = resizePlane(about, { width, height, newWidth: outWidth, newHeight: outHeight });
  for (let i = 0; i < finer.length; i++) finer[i] = keptOf(finer[i]!);
  return finer;
}

/**
 * Skin and cloth are whole: where none is sure about a place, mixed colours only look like them, and are of
 * the ground beside.
 */
export function dropHaze(
  name: 'skin' | 'clothes',
  { skin, clothes, hair, background, others }: HeadClasses,
  sure: SureAbout,
  region: Region,
): void {
  const own = name === 'skin' ? skin : clothes;
  const other = name === 'skin' ? clothes : skin;
  const kept = keptShares(sure, region);
  for (let i = 0; i < own.length; i++) {
    const share = kept[i]!;
    if (share === 1 || own[i] === 0) continue;
    const dropped = own[i]! * (1 - share);
    own[i]! -= dropped;
    let to = background;
    for (const beside of [other, others, hair]) if (beside[i]! > to[i]!) to = beside;
    to[i]! += dropped;
  }
}

/**
 * Hair hangs together: where none is sure about a place, grain and the mixed colours of other edges only look like
 * it, and what else is there shares them; where that is hardly anything, what the parser expects there.
 */
export function dropHairHaze(classes: HeadClasses, sure: SureAbout, region: Region): void {
  const { hair, background } = classes;
  const dropped = keptShares(sure, region);
  for (let i = 0; i < hair.length; i++) dropped[i] = hair[i]! * (1 - dropped[i]!);
  const hazy = indicesWhere(dropped, (share) => share > LEAST_HAZE);
  const { parsed, region: coarse } = sure.grid;
  const cells = cellsOf(region, coarse.outWidth, coarse.outHeight);
  const besides = HEAD_CLASSES.filter(
    (name) => name !== 'hair' && (isAnywhere(classes[name]) || isAnywhere(parsed.shares[name])),
  );
  // Class after class: a walk over all of them at every pixel takes longer.
  const sums = new Float32Array(hazy.length);
  const expected = besides.map((name) => {
    const [plane, told] = [classes[name], parsed.shares[name]];
    const shares = new Float32Array(hazy.length);
    for (let n = 0; n < hazy.length; n++) {
      const i = hazy[n]!;
      shares[n] = plane[i]! + dropped[i]! * told[cells[i]!]!;
      sums[n]! += shares[n]!;
    }
    return shares;
  });
  for (let n = 0; n < hazy.length; n++) {
    hair[hazy[n]!]! -= dropped[hazy[n]!]!;
    if (sums[n] === 0) background[hazy[n]!]! += dropped[hazy[n]!]!;
  }
  for (const [k, name] of besides.entries()) {
    const [plane, shares] = [classes[name], expected[k]!];
    for (let n = 0; n < hazy.length; n++)
      if (sums[n]! > 0) plane[hazy[n]!]! += (dropped[hazy[n]!]! * shares[n]!) / sums[n]!;
  }
}

/** The indices of the values that are meant, in their order. */
function indicesWhere(plane: Float32Array, isMeant: (value: number) => boolean): Int32Array {
  const out = new Int32Array(plane.length);
  let count = 0;
  for (let i = 0; i < plane.length; i++) if (isMeant(plane[i]!)) out[count++] = i;
  return out.subarray(0, count);
}
