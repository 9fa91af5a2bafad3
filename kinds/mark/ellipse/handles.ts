import type { MarkHandles } from '#core/render/kinds';
import type { EllipseParameters } from './schema';

const ROUND = Array.from(
  { length: 65 },
  (_, i) => [Math.cos((2 * Math.PI * i) / 64), Math.sin((2 * Math.PI * i) / 64)] as const,
);
const LEAST = 0.5;

/** How it is changed on the picture. */
export const ellipseHandles: MarkHandles<EllipseParameters> = {
  lines: ({ x, y, radiusX, radiusY }) => [
    ROUND.map(([cos, sin]) => [x + radiusX * cos, y + radiusY * sin] as const),
  ],
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
