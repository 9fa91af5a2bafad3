import { clamp, clampUnit } from '../math/clamp';
import type { GuidedCoefficients } from './guidedFilter';
import type { LinearRaster, Region } from './raster';

/** A square root stands in for the transfer curve: the guide needs even steps to the eye, not exact codes. */
export function guideOfLinear(linear: number): number {
  return linear > 0 ? Math.sqrt(linear) : 0;
}

/** A mask as a guided filter fitted it, and where its values go. */
export interface GuidedMask {
  readonly coefficients: GuidedCoefficients;
  /** one value per pixel of the region */
  readonly out: Float32Array;
}

/**
 * Evaluates guided filters' coefficients on the photo's own pixels of a region, at whatever size.
 * @param masks fitted on one grid
 * @param window the part of the photo that their grid covers; beyond it nothing is written
 * @param firmFrom what of the raw value counts as 0, and as much below 1 as 1
 */
export function evaluateGuided(
  masks: readonly GuidedMask[],
  {
    window,
    region,
    source,
    firmFrom,
  }: {
    readonly window: Region;
    readonly region: Region;
    readonly source: LinearRaster;
    readonly firmFrom: number;
  },
): void {
  const { width, height } = masks[0]!.coefficients;
  const stepY = region.height / region.outHeight;
  const gridY = height / window.height;
  const columns = gridColumns(window, region, width);
  const line = new Float32Array(width * 4);
  const guide = new Float32Array(region.outWidth * 3);
  for (let row = 0; row < region.outHeight; row++) {
    const y = (region.y + (row + 0.5) * stepY - window.y) * gridY - 0.5;
    if (y < -0.5 || y > height - 0.5) continue;
    const top = clamp(Math.floor(y), 0, height - 1);
    const down = clampUnit(y - top);
    const upper = 4 * top * width;
    const lower = 4 * Math.min(height - 1, top + 1) * width;
    const start = row * region.outWidth;
    let isGuided = false;
    for (const { coefficients, out } of masks) {
      if (!lineBetween(coefficients.data, { upper, lower, down }, line)) continue;
      if (!isGuided)
        for (let i = 0, p = 3 * start; i < guide.length; i++, p++) guide[i] = guideOfLinear(source.data[p]!);
      isGuided = true;
      evaluateLine(line, guide, { columns, firmFrom, start, out });
    }
  }
}

/**
 * A line of coefficients between two of the grid.
 * @param down how far towards the lower one, 0..1
 * @returns whether any is other than 0
 */
function lineBetween(
  data: Float32Array,
  { upper, lower, down }: { readonly upper: number; readonly lower: number; readonly down: number },
  line: Float32Array,
): boolean {
  let isAnywhere = false;
  for (let i = 0; i < line.length; i++) {
    const value = data[upper + i]! + down * (data[lower + i]! - data[upper + i]!);
    if (value !== 0) isAnywhere = true;
    line[i] = value;
  }
  return isAnywhere;
}

function evaluateLine(
  line: Float32Array,
  guide: Float32Array,
  {
    columns: { firstColumn, lastColumn, lefts, rights },
    firmFrom,
    start,
    out,
  }: {
    readonly columns: ReturnType<typeof gridColumns>;
    readonly firmFrom: number;
    readonly start: number;
    readonly out: Float32Array;
  },
): void {
  const last = line.length - 4;
  const gain = 1 / (1 - 2 * firmFrom);
  for (let column = firstColumn; column <= lastColumn; column++) {
    const right = rights[column]!;
    const p = 4 * lefts[column]!;
    const q = Math.min(last, p + 4);
    const red = line[p]! + right * (line[q]! - line[p]!);
    const green = line[p + 1]! + right * (line[q + 1]! - line[p + 1]!);
    const blue = line[p + 2]! + right * (line[q + 2]! - line[p + 2]!);
    const offset = line[p + 3]! + right * (line[q + 3]! - line[p + 3]!);
    if (red === 0 && green === 0 && blue === 0 && offset === 0) continue;
    const value =
      red * guide[3 * column]! + green * guide[3 * column + 1]! + blue * guide[3 * column + 2]! + offset;
    out[start + column] = clampUnit((value - firmFrom) * gain);
  }
}

/**
 * The region's columns within the window, the grid column before each, and how far each lies towards the next
 * one.
 */
function gridColumns(window: Region, region: Region, width: number) {
  const step = region.width / region.outWidth;
  const grid = width / window.width;
  const firstColumn = Math.max(0, Math.ceil((window.x - region.x) / step - 0.5));
  const lastColumn = Math.min(
    region.outWidth - 1,
    Math.floor((window.width + window.x - region.x) / step - 0.5),
  );
  const lefts = new Int32Array(region.outWidth);
  const rights = new Float32Array(region.outWidth);
  for (let column = firstColumn; column <= lastColumn; column++) {
    const x = (region.x + (column + 0.5) * step - window.x) * grid - 0.5;
    lefts[column] = clamp(Math.floor(x), 0, width - 1);
    rights[column] = clampUnit(x - lefts[column]!);
  }
  return { firstColumn, lastColumn, lefts, rights };
}
