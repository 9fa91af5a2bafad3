import { regionScale } from '#core/raster/raster';
import type { Region } from '#core/raster/raster';
import { paintStroke, strokeBox } from '#core/raster/strokePath';
import type { StrokePoint } from '#core/raster/strokePath';
import type { BrushParameters } from './schema';

/** A mouse presses with 0.5 and paints the set size; a pen reaches from a fifth of it to nearly twice. */
const widthOfPressure = (pressure: number) => 0.2 + 1.6 * pressure;
/** A stroke’s width at full pressure, as a share of its radius. */
export const WIDEST_PRESSURE = widthOfPressure(1);

/**
 * Paints each stroke once (where a stroke crosses itself it builds nothing up), then adds or takes away the
 * share that it covers. Edges are as wide as one result pixel at least, so that none is jagged.
 */
export function rasteriseBrush({ strokes }: BrushParameters, region: Region, out: Float32Array): void {
  for (const stroke of strokes) rasteriseStroke(stroke, region, out);
}

function rasteriseStroke(
  stroke: BrushParameters['strokes'][number],
  region: Region,
  out: Float32Array,
): void {
  const scale = regionScale(region);
  const radius = stroke.radius * scale;
  const hardest = stroke.points.reduce((most, [, , pressure]) => Math.max(most, pressure), 0);
  const farthest = radius * widthOfPressure(hardest) + 1;
  const points = stroke.points.map(([x, y, pressure]): StrokePoint => [
    (x - region.x) * scale,
    (y - region.y) * scale,
    pressure,
  ]);
  const box = strokeBox(points, farthest, region.outWidth, region.outHeight);
  const width = box.right - box.left;
  const height = box.bottom - box.top;
  if (width <= 0 || height <= 0) return;
  const layer = new Float32Array(width * height);
  const within = points.map(([x, y, pressure]): StrokePoint => [x - box.left, y - box.top, pressure]);
  const share = (distance: number, pressure: number) => {
    const reach = radius * widthOfPressure(pressure);
    const edge = Math.max(1, reach * stroke.fade);
    // smoothstep, written out: this is done for every pixel of every piece of a line.
    const part = Math.min(1, Math.max(0, (reach + Math.min(0.5, edge / 2) - distance) / edge));
    return stroke.build * part * part * (3 - 2 * part);
  };
  paintStroke(within, { width, height }, layer, { reach: farthest, value: share });
  for (let row = 0, i = 0; row < height; row++) {
    for (let o = (box.top + row) * region.outWidth + box.left, end = o + width; o < end; o++, i++) {
      out[o] = stroke.takes ? 1 - (1 - out[o]!) * (1 - layer[i]!) : out[o]! * (1 - layer[i]!);
    }
  }
}
