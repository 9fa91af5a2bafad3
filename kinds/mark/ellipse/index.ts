import { defineMark } from '#core/render/kinds';
import { ellipseHandles } from './handles';
import { rasteriseEllipse } from './rasterise';
import { ellipseDrawing } from './drawing';
import { ellipseParameters } from './schema';
import type { EllipseParameters } from './schema';

/** An ellipse from its centre, for irises. */
export const ellipse = defineMark<EllipseParameters, EllipseParameters>({
  id: 'ellipse',
  label: 'ellipse',
  version: 1,
  parameters: ellipseParameters,
  drawing: ellipseDrawing,
  migrations: {},
  prepare: (parameters) => parameters,
  bounds: ({ x, y, radiusX, radiusY }) => ({
    left: x - radiusX - 1,
    top: y - radiusY - 1,
    right: x + radiusX + 1,
    bottom: y + radiusY + 1,
  }),
  rasterise: (parameters, region, out) => rasteriseEllipse(parameters, region, out),
  handles: ellipseHandles,
});
