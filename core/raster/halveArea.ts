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
    for (let column = 0; column < width; column++, i++) {
      const first = 2 * row * outWidth + 2 * column;
      const four = [first, first + 1, first + outWidth, first + outWidth + 1] as const;
      const sum = four.reduce((total, at) => total + grid.weights[at]!, 0);
      weights[i] = sum / 4;
      grid.planes.forEach(
        (plane, p) =>
          (planes[p]![i] =
            sum > 0
              ? four.reduce((total, at) => total + grid.weights[at]! * plane[at]!, 0) / sum
              : plane[first]!),
      );
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
