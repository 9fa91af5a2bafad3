import { moveStrokes } from '#core/document/strokes';
import { rasteriseSelection, selectByStrokes } from '#core/segment/edgeSelection';
import type { EdgeSelection } from '#core/segment/edgeSelection';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { edgeStrokeDrawing } from './drawing';
import { edgeStrokeParameters } from './schema';
import type { EdgeStrokeParameters } from './schema';

/** A rough line inside something takes all of it up to its edges. */
export const edgeStroke = defineMark<EdgeStrokeParameters, EdgeSelection | undefined>({
  id: 'edge-stroke',
  label: 'stroke',
  version: 1,
  parameters: edgeStrokeParameters,
  drawing: edgeStrokeDrawing,
  carry: (parameters, move) => ({ ...parameters, strokes: moveStrokes(parameters.strokes, move) }),
  describe: ({ strokes }) => (strokes.length < 2 ? 'stroke' : `${strokes.length} strokes`),
  migrations: {},
  looksBack: true,
  prepare: ({ solver, strokes, tolerance }, { pyramid, before }) =>
    selectByStrokes(pyramid, strokes, tolerance, solver > 1 ? before : undefined),
  bounds: (selection) => (selection ? boundsOfRegion(selection.window) : NOWHERE),
  rasterise: (selection, region, out, { sample }) => {
    if (selection) rasteriseSelection(selection, region, sample(region), out);
  },
});
