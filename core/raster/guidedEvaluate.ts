import { clamp, clampUnit } from '../math/clamp';
import type { GuidedCoefficients } from './guidedFilter';
import type { LinearRaster, Region } from './raster';

/** A square root stands in for the transfer curve: the guide needs even steps to the eye, not exact codes. */
export function guideOfLinear(linear: number): number {
  return linear > 0 ? Math.sqrt(linear) : 0;
}

/**
 * Evaluates a guided filter's coefficients on the photo's own pixels of a region, at whatever size.
 * @param window the part of the photo that the coefficients' grid covers; beyond it nothing is written
 * @param shape of the raw value, before it is clipped to 0..1
 * @param out one value per pixel of the region
 */
export function evaluateGuided(
  { width, height, data }: GuidedCoefficients,
  {
    window,
    region,
    source,
    shape,
    out,
  }: {
    readonly window: Region;
    readonly region: Region;
    readonly source: LinearRaster;
    readonly shape: (value: number) => number;
    readonly out: Float32Array;
  },
): void {
  const stepY = region.height / region.outHeight;
  const gridY = height / window.height;
  const { firstColumn, lastColumn, lefts, rights } = gridColumns(window, region, width);
  const line = new Float32Array(width * 4);
  for (let row = 0; row < region.outHeight; row++) {
    const y = (region.y + (row + 0.5) * stepY - window.y) * gridY - 0.5;
    if (y < -0.5 || y > height - 0.5) continue;
    const top = clamp(Math.floor(y), 0, height - 1);
    const bottom = Math.min(height - 1, top + 1);
    const down = clampUnit(y - top);
    const upper = 4 * top * width;
    const lower = 4 * bottom * width;
    for (let i = 0; i < line.length; i++)
      line[i] = data[upper + i]! + down * (data[lower + i]! - data[upper + i]!);
    for (let column = firstColumn; column <= lastColumn; column++) {
      const left = lefts[column]!;
      const right = rights[column]!;
      const p = 4 * left;
      const q = 4 * Math.min(width - 1, left + 1);
      const o = row * region.outWidth + column;
      const red = line[p]! + right * (line[q]! - line[p]!);
      const green = line[p + 1]! + right * (line[q + 1]! - line[p + 1]!);
      const blue = line[p + 2]! + right * (line[q + 2]! - line[p + 2]!);
      const offset = line[p + 3]! + right * (line[q + 3]! - line[p + 3]!);
      if (red === 0 && green === 0 && blue === 0 && offset === 0) continue;
      const value = shape(
        red * guideOfLinear(source.data[3 * o]!) +
          green * guideOfLinear(source.data[3 * o + 1]!) +
          blue * guideOfLinear(source.data[3 * o + 2]!) +
          offset,
      );
      out[o] = clampUnit(value);
    }
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
