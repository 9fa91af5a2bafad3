import { clampUnit } from '#core/math/clamp';
import type { Region } from '#core/raster/raster';
import { regionScale } from '#core/raster/raster';
import type { EllipseParameters } from './schema';

/**
 * Coverage of an ellipse with an edge one result pixel wide. The distance to the rim is taken to first
 * order, value / gradient of the implicit equation (Taubin 1994), which is exact for circles.
 */
export function rasteriseEllipse(
  { x, y, radiusX, radiusY }: EllipseParameters,
  region: Region,
  out: Float32Array,
): void {
  const scale = regionScale(region);
  const a = radiusX * scale;
  const b = radiusY * scale;
  const centreX = (x - region.x) * scale;
  const centreY = (y - region.y) * scale;
  const firstRow = Math.max(0, Math.floor(centreY - b - 1));
  const lastRow = Math.min(region.outHeight - 1, Math.ceil(centreY + b + 1));
  const firstColumn = Math.max(0, Math.floor(centreX - a - 1));
  const lastColumn = Math.min(region.outWidth - 1, Math.ceil(centreX + a + 1));
  for (let row = firstRow; row <= lastRow; row++) {
    for (let column = firstColumn; column <= lastColumn; column++) {
      const u = (column + 0.5 - centreX) / a;
      const v = (row + 0.5 - centreY) / b;
      const level = Math.hypot(u, v);
      const steepness = level > 1e-9 ? Math.hypot(u / a, v / b) / level : 1 / Math.min(a, b);
      const inside = (1 - level) / steepness + 0.5;
      out[row * region.outWidth + column] = clampUnit(inside);
    }
  }
}
