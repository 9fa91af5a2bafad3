import { clampUnit } from '../math/clamp';
import { boxMeansTwice } from '../raster/boxMeans';
import { isAnywhere, mapPlane } from '../raster/mapPlane';
import type { Region } from '../raster/raster';
import { HEAD_CLASSES } from './classShares';
import type { HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { joinedToHead } from './joinedToHead';
import { cellsOf, resizePlane } from './planes';
import { HAZE, HAZES } from './strandParameters';

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

/** What of a class is dropped from each pixel of a region, 0..1 of it. */
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
  { skin, clothes, background, others }: HeadClasses,
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
    const ground = background[i]! > other[i]! ? background : other;
    const to = others[i]! > ground[i]! ? others : ground;
    to[i]! += dropped;
  }
}

/**
 * Hair hangs together: where none is sure about a place, grain and the mixed colours of other edges only look like
 * it, and what else is there shares them; where that is hardly anything, what the parser expects there.
 */
export function dropHairHaze(classes: HeadClasses, sure: SureAbout, region: Region): void {
  const kept = keptShares(sure, region);
  const { parsed, region: coarse } = sure.grid;
  const cells = cellsOf(region, coarse.outWidth, coarse.outHeight);
  const besides = HEAD_CLASSES.filter((name) => name !== 'hair').map(
    (name) => [classes[name], parsed.shares[name]] as const,
  );
  const { hair } = classes;
  for (let i = 0; i < hair.length; i++) {
    if (kept[i] === 1 || hair[i] === 0) continue;
    const dropped = hair[i]! * (1 - kept[i]!);
    hair[i]! -= dropped;
    let sum = 0;
    for (const [plane, told] of besides) sum += plane[i]! + dropped * told[cells[i]!]!;
    for (const [plane, told] of besides)
      plane[i]! += (dropped * (plane[i]! + dropped * told[cells[i]!]!)) / (sum || 1);
    if (sum === 0) classes.background[i]! += dropped;
  }
}
