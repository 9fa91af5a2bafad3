import type { Region } from './raster';

/** Planes of values over a region, and how much of each pixel belongs to an area. */
export interface AreaPlanes {
  readonly region: Region;
  readonly planes: readonly Float32Array[];
  /** 0..1 per pixel */
  readonly weights: Float32Array;
}

/**
 * Halves planes until they have no more than so many pixels: each value the mean of four, weighted by the
 * area, so that nothing beside it mixes in.
 */
export function halveArea(grid: AreaPlanes, mostPixels: number): AreaPlanes {
  const { outWidth, outHeight } = grid.region;
  if (outWidth * outHeight <= mostPixels || outWidth < 4 || outHeight < 4) return grid;
  const width = outWidth >> 1;
  const height = outHeight >> 1;
  const weights = new Float32Array(width * height);
  const planes = grid.planes.map(() => new Float32Array(width * height));
  for (let row = 0, i = 0; row < height; row++) {
    for (let at = 2 * row * outWidth, end = at + 2 * width; at < end; at += 2, i++) {
      const below = at + outWidth;
      const w0 = grid.weights[at]!;
      const w1 = grid.weights[at + 1]!;
      const w2 = grid.weights[below]!;
      const w3 = grid.weights[below + 1]!;
      const sum = w0 + w1 + w2 + w3;
      weights[i] = sum / 4;
      for (let p = 0; p < planes.length; p++) {
        const plane = grid.planes[p]!;
        const total = w0 * plane[at]! + w1 * plane[at + 1]! + w2 * plane[below]! + w3 * plane[below + 1]!;
        planes[p]![i] = sum > 0 ? total / sum : plane[at]!;
      }
    }
  }
  const { x, y } = grid.region;
  const region = {
    x,
    y,
    width: (grid.region.width * 2 * width) / outWidth,
    height: (grid.region.height * 2 * height) / outHeight,
    outWidth: width,
    outHeight: height,
  };
  return halveArea({ region, planes, weights }, mostPixels);
}
