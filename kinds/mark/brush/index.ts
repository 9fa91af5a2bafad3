import { defineMark } from '#core/render/kinds';
import { rasteriseBrush } from './rasterise';
import { brushParameters } from './schema';
import type { BrushParameters } from './schema';

/** Paints coverage where it goes. */
export const brush = defineMark<BrushParameters, BrushParameters>({
  id: 'brush',
  label: 'brush',
  version: 1,
  parameters: brushParameters,
  migrations: {},
  prepare: (parameters) => parameters,
  rasterise: (parameters, region, _source, out) => rasteriseBrush(parameters, region, out),
});
