import type { MarkHandles } from '#core/render/kinds';
import type { EllipseParameters } from './schema';
import { ellipseLine } from '#core/math/ellipseLine';

const LEAST = 0.5;

/** How it is changed on the picture. */
export const ellipseHandles: MarkHandles<EllipseParameters> = {
  lines: ({ x, y, radiusX, radiusY }) => [ellipseLine(x, y, radiusX, radiusY)],
  places: ({ x, y, radiusX, radiusY }) => [
    { name: 'centre', label: 'Centre of the ellipse', x, y },
    { name: 'across', label: 'Width of the ellipse', x: x + radiusX, y },
    { name: 'down', label: 'Height of the ellipse', x, y: y + radiusY },
  ],
  // Shift keeps a circle.
  move: (parameters, name, to, shift) => {
    if (name === 'centre') return { ...parameters, x: to.x, y: to.y };
    const radius = Math.max(
      LEAST,
      name === 'across' ? Math.abs(to.x - parameters.x) : Math.abs(to.y - parameters.y),
    );
    if (shift) return { ...parameters, radiusX: radius, radiusY: radius };
    return name === 'across' ? { ...parameters, radiusX: radius } : { ...parameters, radiusY: radius };
  },
};
