import { regionScale } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import { visitStroke } from '#core/raster/strokePath';
import type { StrokePoint } from '#core/raster/strokePath';
import type { BrushParameters } from './schema';

/** A mouse presses with 0.5 and paints the set size; a pen reaches from a fifth of it to nearly twice. */
const widthOfPressure = (pressure: number) => 0.2 + 1.6 * pressure;
export const WIDEST_PRESSURE = widthOfPressure(1);

/**
 * Paints each stroke once (where a stroke crosses itself it builds nothing up), then adds or takes away the share
 * that it covers.
 * Edges are as wide as one result pixel at least, so that none is jagged.
 */
export function rasteriseBrush({ strokes }: BrushParameters, region: Region, out: Float32Array): void {
  const scale = regionScale(region), { outWidth: width, outHeight: height } = region;
  const layer = new Float32Array(out.length);
  for (const stroke of strokes) {
    const points = stroke.points.map(([x, y, pressure]): StrokePoint => [(x - region.x) * scale, (y - region.y) * scale, pressure]);
    const radius = stroke.radius * scale;
    layer.fill(0);
    visitStroke(points, radius * WIDEST_PRESSURE + 1, width, height, (index, distance, pressure) => {
      const reach = radius * widthOfPressure(pressure), edge = Math.max(1, reach * stroke.fade);
      const share = Math.min(1, Math.max(0, (reach + Math.min(0.5, edge / 2) - distance) / edge));
      const value = stroke.build * share * share * (3 - 2 * share);
      if (value > layer[index]!) layer[index] = value;
    });
    if (stroke.takes) for (let i = 0; i < out.length; i++) out[i] = 1 - (1 - out[i]!) * (1 - layer[i]!);
    else for (let i = 0; i < out.length; i++) out[i]! *= 1 - layer[i]!;
  }
}
