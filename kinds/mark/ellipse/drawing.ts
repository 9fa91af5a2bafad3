import type { MarkDrawing } from '#core/offer/drawing';
import type { EllipseParameters } from './schema';

/** How it is drawn and offered. */
export const ellipseDrawing: MarkDrawing<EllipseParameters> = {
  name: 'Ellipse',
  key: 'O',
  icon: 'CircleDashed',
  help: 'Ellipse from its centre (shift: circle)',
  hint: 'Drag from the centre outwards. Shift keeps a circle.',
  example: {
    hand: 'M39 28l4 2.500',
    covered: [
      'M39 25.500c2.500 0 4.500 1 4.500 2.500s-2 2.500-4.500 2.500-4.500-1-4.500-2.500 2-2.500 4.500-2.500z',
    ],
  },
  rank: 6,
  aptFor: { irises: 2 },
  gesture: 'span',
  draw: ({ from, to, shift }) => {
    const across = Math.abs(to.x - from.x);
    const down = Math.abs(to.y - from.y);
    const circle = Math.hypot(across, down);
    const radiusX = shift ? circle : across;
    const radiusY = shift ? circle : down;
    return radiusX < 1 || radiusY < 1 ? undefined : { x: from.x, y: from.y, radiusX, radiusY };
  },
};
