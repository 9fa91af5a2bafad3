import { polygonCoverage } from '#core/raster/polygonCoverage';
import { boundsOfPoints, regionScale } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { lassoHandles } from './handles';
import { lassoDrawing } from './drawing';
import { lassoParameters } from './schema';
import type { LassoParameters } from './schema';

/** What closed lines go round, freehand or from corner to corner; where lines go round twice is a hole. */
export const lasso = defineMark<LassoParameters, LassoParameters>({
  id: 'lasso',
  label: 'lasso',
  version: 1,
  parameters: lassoParameters,
  drawing: lassoDrawing,
  carry: ({ loops }, { place }) => ({
    loops: loops.map((loop) => loop.map(([x, y]) => [...place(x, y)] as [number, number])),
  }),
  migrations: {},
  prepare: (parameters) => parameters,
  bounds: ({ loops }) => boundsOfPoints(loops.flat(), 1),
  rasterise: ({ loops }, region, out) => {
    const scale = regionScale(region);
    out.set(
      polygonCoverage(
        loops.map((loop) => loop.map(([x, y]) => [(x - region.x) * scale, (y - region.y) * scale] as const)),
        region.outWidth,
        region.outHeight,
        'even-odd',
      ),
    );
  },
  handles: lassoHandles,
});
