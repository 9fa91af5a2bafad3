import { polygonCoverage } from '#core/raster/polygonCoverage';
import { NOWHERE, boundsOfAll, boundsOfPoints, regionScale } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { flattenPiece } from './curve';
import { outlineHandles } from './handles';
import { outlineDrawing } from './drawing';
import { outlineParameters } from './schema';
import type { OutlineParameters } from './schema';

type Loops = readonly (readonly (readonly [number, number])[])[];

/** What closed lines through nodes go round, straight or curved; a piece within a piece is a hole. */
export const outline = defineMark<OutlineParameters, Loops>({
  id: 'outline',
  label: 'outline',
  version: 1,
  parameters: outlineParameters,
  drawing: outlineDrawing,
  carry: ({ pieces }, { place }) => ({
    pieces: pieces.map((nodes) =>
      nodes.map((node) => {
        const [x, y] = place(node.x, node.y);
        const [inX, inY] = place(node.inX, node.inY);
        const [outX, outY] = place(node.outX, node.outY);
        return { x, y, inX, inY, outX, outY };
      }),
    ),
  }),
  migrations: {},
  prepare: ({ pieces }) => pieces.filter((nodes) => nodes.length > 1).map(flattenPiece),
  bounds: (loops) => boundsOfAll(loops.map((loop) => boundsOfPoints(loop, 1))) ?? NOWHERE,
  rasterise: (loops, region, out) => {
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
  handles: outlineHandles,
});
