import { clamp } from '../math/clamp';
import { coverage8Of } from './coverage8';
import { evaluateGuided, guideOfLinear } from './guidedEvaluate';
import { guidedCoefficients, prepareGuide } from './guidedFilter';
import { isAnywhere, mapPlane } from './mapPlane';
import {
  acrossOf,
  boundsOfRegion,
  downOf,
  growBounds,
  regionScale,
  subRegion,
  touchedPixels,
} from './raster';
import type { LinearRaster, PixelRun, Region } from './raster';

/** Ready-made coverage over a rectangle of the photo, at the photo's size or smaller. */
export interface Plate {
  /** outWidth x outHeight are the plate's own pixels */
  readonly region: Region;
  readonly coverage8: Uint8Array;
}

/** What of a carried mask's raw value counts as nothing, and as much as all. */
const FIRM_FROM = 0.06;
const GUIDE_RADIUS = 2;
const GUIDE_EPSILON = 1e-4;
/** Plate pixels beside a region that its guided filter looks at, twice over. */
const MARGIN = 2 * GUIDE_RADIUS + 2;
/** A plate this near to a region's scale is used as it is. */
const SAME_SCALE = 1.02;

/**
 * Coverage of a plate over a region: its mean over each result pixel, or, where the region is finer than the
 * plate, carried along the photo's own edges.
 * @param sample gives the photo's own pixels of a region
 * @param out one value 0..1 per result pixel, all 0 on entry
 */
export function rasterisePlate(
  plate: Plate,
  region: Region,
  sample: (region: Region) => LinearRaster,
  out: Float32Array,
): void {
  rasterisePlates([plate], region, sample, [out]);
}

/** The same for several plates of one rectangle and size, which look at the photo together. */
export function rasterisePlates(
  plates: readonly Plate[],
  region: Region,
  sample: (region: Region) => LinearRaster,
  outs: readonly Float32Array[],
): void {
  if (regionScale(region) > SAME_SCALE * regionScale(plates[0]!.region))
    enlargePlates(plates, region, sample, outs);
  else plates.forEach((plate, n) => shrinkPlate(plate, region, outs[n]!));
}

function enlargePlates(
  plates: readonly Plate[],
  region: Region,
  sample: (region: Region) => LinearRaster,
  outs: readonly Float32Array[],
): void {
  const { region: own } = plates[0]!;
  const margin = MARGIN * (own.width / own.outWidth);
  const seen = touchedPixels(own, growBounds(boundsOfRegion(region), margin));
  if (seen.columns === 0 || seen.rows === 0) return;
  const masks = plates
    .map(({ coverage8 }, n) => ({ mask: sharesWithin(coverage8, own.outWidth, seen), out: outs[n]! }))
    .filter(({ mask }) => isAnywhere(mask));
  if (masks.length === 0) return;
  const window = subRegion(own, seen);
  const guide = prepareGuide(mapPlane(sample(window).data, guideOfLinear), {
    width: seen.columns,
    height: seen.rows,
    radius: GUIDE_RADIUS,
    epsilon: GUIDE_EPSILON,
  });
  const fitted = masks.map(({ mask, out }) => ({ coefficients: guidedCoefficients(guide, mask), out }));
  evaluateGuided(fitted, { window, region, source: sample(region), firmFrom: FIRM_FROM });
}

/** Shares 0..1 of some pixels of coverage. */
function sharesWithin(
  coverage8: Uint8Array,
  width: number,
  { column, row, columns, rows }: ReturnType<typeof touchedPixels>,
): Float32Array {
  const out = new Float32Array(columns * rows);
  for (let line = 0, i = 0; line < rows; line++)
    for (let p = (row + line) * width + column, end = p + columns; p < end; p++)
      out[i++] = coverage8[p]! / 255;
  return out;
}

/** The same as coverage, 0 to 255; where the region's pixels are the plate's own they are copied. */
export function plateCoverage(
  plate: Plate,
  region: Region,
  sample: (region: Region) => LinearRaster,
): Uint8Array {
  const { region: own, coverage8 } = plate;
  const { outWidth: width, outHeight: height } = region;
  const left = ((region.x - own.x) * own.outWidth) / own.width;
  const top = ((region.y - own.y) * own.outHeight) / own.height;
  const isOwn =
    width * own.width === region.width * own.outWidth &&
    height * own.height === region.height * own.outHeight &&
    Number.isInteger(left) &&
    Number.isInteger(top);
  if (!isOwn) {
    const shares = new Float32Array(width * height);
    rasterisePlate(plate, region, sample, shares);
    return coverage8Of(shares);
  }
  const out = new Uint8Array(width * height);
  const first = Math.max(0, -left);
  const end = Math.min(width, own.outWidth - left);
  if (end <= first) return out;
  for (let row = Math.max(0, -top); row < Math.min(height, own.outHeight - top); row++) {
    const start = (top + row) * own.outWidth + left;
    out.set(coverage8.subarray(start + first, start + end), row * width + first);
  }
  return out;
}

/**
 * Coverage of a plate over a region: its mean over each result pixel, or that of the pixel that lies there where the
 * region is finer.
 * @param out one value 0..1 per result pixel, all 0 on entry
 */
export function shrinkPlate({ region: own, coverage8 }: Plate, region: Region, out: Float32Array): void {
  const across = pixelRuns(acrossOf(region), acrossOf(own));
  const down = pixelRuns(downOf(region), downOf(own));
  for (let row = 0; row < region.outHeight; row++) {
    const top = down[2 * row]!;
    const bottom = down[2 * row + 1]!;
    if (bottom <= top) continue;
    for (let column = 0; column < region.outWidth; column++) {
      const left = across[2 * column]!;
      const right = across[2 * column + 1]!;
      if (right <= left) continue;
      let sum = 0;
      for (let y = top; y < bottom; y++)
        for (let p = y * own.outWidth + left, end = y * own.outWidth + right; p < end; p++)
          sum += coverage8[p]!;
      out[row * region.outWidth + column] = sum / (255 * (bottom - top) * (right - left));
    }
  }
}

/**
 * For each result pixel the first plate pixel and the one past the last that its middle part shows; equal
 * where there is none.
 */
function pixelRuns(run: PixelRun, own: PixelRun): Int32Array {
  const runs = new Int32Array(2 * run.count);
  const step = run.length / run.count;
  const scale = own.count / own.length;
  for (let i = 0; i < run.count; i++) {
    const from = (run.start + i * step - own.start) * scale;
    const to = (run.start + (i + 1) * step - own.start) * scale;
    if (to <= 0 || from >= own.count) continue;
    // A pixel that is cut by the run's end counts where more than half of it is inside.
    const first = Math.max(0, Math.floor(from + 0.5));
    runs[2 * i] = Math.min(own.count - 1, first);
    runs[2 * i + 1] = clamp(Math.floor(to + 0.5), Math.min(own.count - 1, first) + 1, own.count);
  }
  return runs;
}
