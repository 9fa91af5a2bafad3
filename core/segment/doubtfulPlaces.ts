import { boxMeansTwice } from '../raster/boxMeans';
import type { FoundPartName } from '../document/foundParts';
import { clampUnit } from '../math/clamp';
import { mapPlane } from '../raster/mapPlane';
import type { Plate } from '../raster/plate';
import { subRegion, touchedPixels } from '../raster/raster';
import type { Region } from '../raster/raster';
import {
  DOUBT_CORE,
  DOUBT_GROWN,
  DOUBT_LEAST_AREA,
  DOUBT_MOST,
  DOUBT_REACH,
  DOUBT_TOLD,
  DOUBT_UNSURE,
} from './doubtParameters';
import type { HeadClass, HeadClasses } from './classShares';
import type { HeadGrid } from './headGrid';
import { resizePlane } from './planes';

/** Classes that a retoucher tells apart; the others have no part of their own or are found by other means. */
const TOLD_APART = ['skin', 'hair', 'beard', 'clothes', 'background'] as const satisfies readonly HeadClass[];
export type ToldApart = (typeof TOLD_APART)[number];

/** A place that went to one class and may belong to another. */
export interface DoubtfulPlace {
  readonly has: ToldApart;
  readonly may: ToldApart;
  readonly region: Region;
  /** 0..1, how far the place reaches, soft at its border */
  readonly share: Float32Array;
}

/**
 * Places that are larger than an edge and of which colours and parser are unsure, or say different things: the
 * largest first.
 */
export function doubtfulPlaces(grid: HeadGrid, classes: HeadClasses): DoubtfulPlace[] {
  const { region, frame, parsed } = grid;
  const { outWidth: width, outHeight: height } = region;
  const unit = (frame.unit * width) / region.width;
  const pairs = new Int16Array(width * height).fill(-1);
  const counts = new Int32Array(TOLD_APART.length ** 2);
  const seen = TOLD_APART.map((name) => classes[name]);
  const said = TOLD_APART.map((name) => parsed.shares[name]);
  for (let i = 0; i < pairs.length; i++) {
    const best = largest(seen, i, -1);
    const told = largest(said, i, -1);
    const share = seen[best]![i]!;
    const isOtherwise = told !== best && parsed.trust[i]! === 1 && said[told]![i]! > DOUBT_TOLD;
    const isUnsure = share < DOUBT_UNSURE && share > 1 - DOUBT_UNSURE;
    if (!isOtherwise && !isUnsure) continue;
    const pair = best * TOLD_APART.length + (isOtherwise ? told : largest(seen, i, best));
    pairs[i] = pair;
    counts[pair]!++;
  }
  const least = DOUBT_LEAST_AREA * unit * unit;
  const radius = Math.max(1, Math.round(DOUBT_REACH * unit));
  const places: { readonly pair: number; readonly members: readonly number[] }[] = [];
  for (const pair of counts.keys()) {
    if (counts[pair]! < least) continue;
    const core = boxMeansTwice(placesOf(pairs, pair), { channels: 1, width, height, radius });
    for (const members of connected(
      mapPlane(core, (share) => Number(share > DOUBT_CORE)),
      width,
    ))
      if (members.length > least) places.push({ pair, members });
  }
  return places
    .sort((p, q) => q.members.length - p.members.length)
    .slice(0, DOUBT_MOST)
    .map(({ pair, members }) => ({
      has: TOLD_APART[Math.floor(pair / TOLD_APART.length)]!,
      may: TOLD_APART[pair % TOLD_APART.length]!,
      ...cutOut(grid, members, Math.max(1, Math.round(DOUBT_GROWN * unit))),
    }));
}

/** 1 where a plane of numbers has the given one. */
function placesOf(pairs: Int16Array, pair: number): Float32Array {
  const out = new Float32Array(pairs.length);
  for (let i = 0; i < out.length; i++) if (pairs[i] === pair) out[i] = 1;
  return out;
}

/** Which of some planes is largest at a place, one of them left out. */
function largest(planes: readonly Float32Array[], i: number, without: number): number {
  let best = without === 0 ? 1 : 0;
  for (let n = best + 1; n < planes.length; n++)
    if (n !== without && planes[n]![i]! > planes[best]![i]!) best = n;
  return best;
}

/** Pixels that hang together side by side. @param is 1 for pixels that count */
function connected(is: Float32Array, width: number): number[][] {
  const seen = new Uint8Array(is.length);
  const groups: number[][] = [];
  for (let start = 0; start < is.length; start++) {
    if (is[start] === 0 || seen[start]) continue;
    const group = [start];
    seen[start] = 1;
    for (let n = 0; n < group.length; n++) {
      const i = group[n]!;
      const column = i % width;
      for (const j of [i - width, i + width, column > 0 ? i - 1 : -1, column < width - 1 ? i + 1 : -1])
        if (j >= 0 && j < is.length && is[j] === 1 && !seen[j]) {
          seen[j] = 1;
          group.push(j);
        }
    }
    groups.push(group);
  }
  return groups;
}

/** A group of pixels, grown a little, with a soft border, in the rectangle that holds it. */
function cutOut(
  { region }: HeadGrid,
  members: readonly number[],
  grown: number,
): { region: Region; share: Float32Array } {
  const { outWidth: width, outHeight: height } = region;
  const columns = members.map((i) => i % width);
  const rows = members.map((i) => Math.floor(i / width));
  const left = Math.max(0, lowest(columns) - 3 * grown);
  const top = Math.max(0, lowest(rows) - 3 * grown);
  const outWidth = Math.min(width, highest(columns) + 1 + 3 * grown) - left;
  const outHeight = Math.min(height, highest(rows) + 1 + 3 * grown) - top;
  const is = new Float32Array(outWidth * outHeight);
  members.forEach((_, n) => (is[(rows[n]! - top) * outWidth + columns[n]! - left] = 1));
  const soft = boxMeansTwice(is, { channels: 1, width: outWidth, height: outHeight, radius: grown });
  const stepX = region.width / width;
  const stepY = region.height / height;
  return {
    region: {
      x: region.x + left * stepX,
      y: region.y + top * stepY,
      width: outWidth * stepX,
      height: outHeight * stepY,
      outWidth,
      outHeight,
    },
    share: mapPlane(soft, (value) => Math.min(1, 4 * value)),
  };
}

function lowest(values: readonly number[]): number {
  return values.reduce((p, q) => Math.min(p, q));
}

function highest(values: readonly number[]): number {
  return values.reduce((p, q) => Math.max(p, q));
}

/** A place that went to one part and may belong to another. */
export interface FoundDoubt extends Plate {
  readonly has: FoundPartName;
  readonly may: FoundPartName;
}

/** A doubtful place at the view's own scale: as much as it covers of the class that it went to. */
export function foundDoubt(
  { has, may, region, share }: DoubtfulPlace,
  refined: HeadClasses,
  view: Region,
): FoundDoubt {
  const within = regionPixels(view, region);
  const soft = resizePlane(share, {
    width: region.outWidth,
    height: region.outHeight,
    newWidth: within.region.outWidth,
    newHeight: within.region.outHeight,
  });
  const { outWidth: width, outHeight: height } = within.region;
  const coverage8 = new Uint8Array(soft.length);
  for (let row = 0, i = 0; row < height; row++)
    for (let at = (within.row + row) * view.outWidth + within.column, end = at + width; at < end; at++, i++)
      coverage8[i] = Math.round(255 * clampUnit(soft[i]! * refined[has][at]!));
  return { has, may, region: within.region, coverage8 };
}

/** The whole pixels of a view that a region of the same photo touches. */
function regionPixels(view: Region, { x, y, width, height }: Region) {
  const { column, row, columns, rows } = touchedPixels(view, {
    left: x,
    top: y,
    right: x + width,
    bottom: y + height,
  });
  return { column, row, region: subRegion(view, { column, row, columns, rows }) };
}
