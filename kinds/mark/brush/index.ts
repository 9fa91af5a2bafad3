import { moveStrokes } from '#core/document/strokes';
import type { JsonObject } from '#core/document/kinds';
import { NOWHERE, boundsOfAll, boundsOfPoints } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { WIDEST_PRESSURE, rasteriseBrush } from './rasterise';
import { brushDrawing } from './drawing';
import { brushParameters } from './schema';
import type { BrushParameters } from './schema';

/** Paints coverage where it goes. */
export const brush = defineMark<BrushParameters, BrushParameters>({
  id: 'brush',
  label: 'brush',
  version: 2,
  parameters: brushParameters,
  drawing: brushDrawing,
  carry: (parameters, move) => ({ ...parameters, strokes: moveStrokes(parameters.strokes, move) }),
  describe: ({ strokes }) => (strokes.length < 2 ? 'brush' : `${strokes.length} brush strokes`),
  migrations: {
    1: ({ strokes }) => ({
      strokes: (strokes as readonly JsonObject[]).map((stroke) => ({ ...stroke, build: 1 })),
    }),
  },
  prepare: (parameters) => parameters,
  bounds: ({ strokes }) =>
    boundsOfAll(
      strokes
        .filter(({ takes }) => takes)
        .map(({ points, radius }) => boundsOfPoints(points, radius * WIDEST_PRESSURE + 1)),
    ) ?? NOWHERE,
  rasterise: (parameters, region, out) => rasteriseBrush(parameters, region, out),
});
