import { defineMark } from '#core/render/kinds';
import { rasteriseEllipse } from './rasterise';
import { ellipseParameters } from './schema';
import type { EllipseParameters } from './schema';

/** An ellipse from its centre, for irises. */
export const ellipse = defineMark<EllipseParameters, EllipseParameters>({
  id: 'ellipse',
  label: 'ellipse',
  version: 1,
  parameters: ellipseParameters,
  migrations: {},
  prepare: (parameters) => parameters,
  rasterise: (parameters, region, _source, out) => rasteriseEllipse(parameters, region, out),
});
