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
  carry: ({ radiusX, radiusY, ...centre }, { place, scale }) => {
    const [x, y] = place(centre.x, centre.y);
    return { x, y, radiusX: Math.max(0.5, scale * radiusX), radiusY: Math.max(0.5, scale * radiusY) };
  },
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
