import { clamp, clampUnit } from '../math/clamp';
import { acrossOf, downOf, regionOfRuns, regionScale } from './raster';
import type { PixelRun, Region } from './raster';

interface Size {
  readonly width: number;
  readonly height: number;
}

/**
 * A mask softened by so many pixels can be made at a smaller size and enlarged: it is off by less than half a
 * code.
 */
const SMOOTH_FROM = 8;
/** The photo's long side at the smallest size at which marks are made. */
const LEAST_LONG_SIDE = 1024;

/**
 * A region at a smaller size for a mask that is going to be softened, on a grid that lies the same way for
 * every region of the photo, so that pieces of a picture fit together.
 * @param sigma of the softening, in result pixels of the region
 * @returns undefined when the region's own size is as good
 */
export function coarseRegion(region: Region, sigma: number, photo: Size): Region | undefined {
  const longSide = Math.max(photo.width, photo.height) * regionScale(region);
  const factor = 2 ** Math.floor(Math.log2(Math.min(sigma / SMOOTH_FROM, longSide / LEAST_LONG_SIDE)));
  if (!(factor > 1)) return undefined;
  const across = alignedRun(region.x, region.width, (factor * region.width) / region.outWidth);
  const down = alignedRun(region.y, region.height, (factor * region.height) / region.outHeight);
  return regionOfRuns(across, down);
}

/** Whole steps from the photo's corner on that hold a run, and one more on each side. */
function alignedRun(start: number, length: number, step: number): PixelRun {
  const first = Math.floor(start / step + 1e-6) - 1;
  const count = Math.ceil((start + length) / step - 1e-6) + 1 - first;
  return { start: first * step, length: count * step, count };
}

/** Values of a coarse region at each pixel of a region that it holds, bilinear. */
export function enlarge(values: Float32Array, coarse: Region, region: Region): Float32Array {
  const out = new Float32Array(region.outWidth * region.outHeight);
  const across = weightsAlong(acrossOf(region), acrossOf(coarse));
  const down = weightsAlong(downOf(region), downOf(coarse));
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    const upper = down.first[row]! * coarse.outWidth;
    const lower = upper + coarse.outWidth;
    const below = down.share[row]!;
    for (let column = 0; column < region.outWidth; column++, i++) {
      const left = across.first[column]!;
      const right = across.share[column]!;
      const top = values[upper + left]! + right * (values[upper + left + 1]! - values[upper + left]!);
      const bottom = values[lower + left]! + right * (values[lower + left + 1]! - values[lower + left]!);
      out[i] = top + below * (bottom - top);
    }
  }
  return out;
}

/** For each pixel of a run the coarse pixel before it, and how far it lies towards the next one. */
function weightsAlong(
  run: PixelRun,
  coarse: PixelRun,
): { readonly first: Int32Array; readonly share: Float32Array } {
  const first = new Int32Array(run.count);
  const share = new Float32Array(run.count);
  for (let i = 0; i < run.count; i++) {
    const place = run.start + ((i + 0.5) * run.length) / run.count;
    const at = ((place - coarse.start) * coarse.count) / coarse.length - 0.5;
    first[i] = clamp(Math.floor(at), 0, coarse.count - 2);
    share[i] = clampUnit(at - first[i]!);
  }
  return { first, share };
}

/**
 * A region grown by whole result pixels on every side, but not beyond the photo: there is nothing to look at.
 * @returns where the region lies in the grown one, in result pixels
 */
export function padWithin(
  region: Region,
  outPixels: number,
  photo: Size,
): { padded: Region; left: number; top: number } {
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  const pad = (room: number, step: number) => clamp(Math.ceil(room / step - 1e-6), 0, outPixels);
  const left = pad(region.x, across);
  const top = pad(region.y, down);
  const right = pad(photo.width - region.x - region.width, across);
  const bottom = pad(photo.height - region.y - region.height, down);
  const padded = {
    x: region.x - left * across,
    y: region.y - top * down,
    width: region.width + (left + right) * across,
    height: region.height + (top + bottom) * down,
    outWidth: region.outWidth + left + right,
    outHeight: region.outHeight + top + bottom,
  };
  return { padded, left, top };
}
