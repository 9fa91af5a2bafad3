import { clamp } from '../math/clamp';
import { coverage8Of } from './coverage8';
import { evaluateGuided, guideOfLinear } from './guidedEvaluate';
import { guidedCoefficients, prepareGuide } from './guidedFilter';
import { isAnywhere, mapPlane } from './mapPlane';
import { acrossOf, downOf, regionScale, subRegion, touchedPixels } from './raster';
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
  if (regionScale(region) > SAME_SCALE * regionScale(plate.region)) enlargePlate(plate, region, sample, out);
  else shrinkPlate(plate, region, out);
}

function enlargePlate(
  { region: own, coverage8 }: Plate,
  region: Region,
  sample: (region: Region) => LinearRaster,
  out: Float32Array,
): void {
  const margin = MARGIN * (own.width / own.outWidth);
  const seen = touchedPixels(own, {
    left: region.x - margin,
    top: region.y - margin,
    right: region.x + region.width + margin,
    bottom: region.y + region.height + margin,
  });
  if (seen.columns === 0 || seen.rows === 0) return;
  const window = subRegion(own, {
    column: seen.column,
    row: seen.row,
    columns: seen.columns,
    rows: seen.rows,
  });
  const mask = new Float32Array(seen.columns * seen.rows);
  for (let row = 0, i = 0; row < seen.rows; row++) {
    for (let p = (seen.row + row) * own.outWidth + seen.column, end = p + seen.columns; p < end; p++)
      mask[i++] = coverage8[p]! / 255;
  }
  if (!isAnywhere(mask)) return;
  const guide = prepareGuide(mapPlane(sample(window).data, guideOfLinear), {
    width: seen.columns,
    height: seen.rows,
    radius: GUIDE_RADIUS,
    epsilon: GUIDE_EPSILON,
  });
  evaluateGuided([{ coefficients: guidedCoefficients(guide, mask), out }], {
    window,
    region,
    source: sample(region),
    firmFrom: FIRM_FROM,
  });
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
