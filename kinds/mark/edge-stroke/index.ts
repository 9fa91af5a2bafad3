import { rasteriseSelection, selectByStrokes } from '#core/segment/edgeSelection';
import type { EdgeSelection } from '#core/segment/edgeSelection';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { edgeStrokeParameters } from './schema';
import type { EdgeStrokeParameters } from './schema';

/** A rough line inside something takes all of it up to its edges. */
export const edgeStroke = defineMark<EdgeStrokeParameters, EdgeSelection | undefined>({
  id: 'edge-stroke',
  label: 'stroke',
  version: 1,
  parameters: edgeStrokeParameters,
  migrations: {},
  prepare: ({ strokes, tolerance }, { pyramid }) => selectByStrokes(pyramid, strokes, tolerance),
  bounds: (selection) => (selection ? boundsOfRegion(selection.window) : NOWHERE),
  rasterise: (selection, region, sample, out) => {
    if (selection) rasteriseSelection(selection, region, sample(region), out);
  },
});
