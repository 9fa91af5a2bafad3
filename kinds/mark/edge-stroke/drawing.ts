import { strokesLeaveRoom } from '#core/document/strokes';
import { RADIUS } from '#core/offer/drawing';
import type { MarkDrawing } from '#core/offer/drawing';
import type { EdgeStrokeParameters } from './schema';

/** Of the solver that new strokes are solved by. */
const SOLVER = 2;

/** How it is drawn and offered. */
export const edgeStrokeDrawing: MarkDrawing<EdgeStrokeParameters> = {
  name: 'Stroke',
  key: 'S',
  icon: 'Spline',
  help: 'Stroke with edge finding',
  hint: 'Draw a rough line inside: it takes all of it, up to the edges.',
  example: {
    hand: 'M40 22C46 26 47 34 44 41',
    covered: ['M45 14c8 0 13 6 13 15 0 10-6 17-13 17s-13-7-13-17c0-9 5-15 13-15z'],
  },
  rank: 1,
  aptFor: {
    'skin': 1,
    'face': 1,
    'neck-limbs': 1,
    'arms': 1,
    'legs': 1,
    'lips': 1,
    'hair': 1,
    'beard': 1,
    'brows': 1,
    'whites': 1,
    'teeth': 1,
    'glasses': 1,
    'jewellery': 1,
    'hat': 1,
    'clothes': 1,
    'background': 1,
    'other': 1,
  },
  gesture: 'path',
  shiftTurns: true,
  settings: [
    RADIUS,
    {
      name: 'tolerance',
      words: 'tolerance',
      label: 'Tolerance',
      unit: 'share',
      min: 0,
      max: 1,
      start: 0.5,
      read: ({ tolerance }) => tolerance,
      write: (parameters, tolerance) => ({ ...parameters, tolerance }),
    },
  ],
  hasRoom: ({ strokes }) => strokesLeaveRoom(strokes),
  draw: ({ points, takes, settings }, before) => ({
    solver: SOLVER,
    tolerance: settings.tolerance!,
    strokes: [
      ...(before?.strokes ?? []),
      { takes, radius: settings.radius!, points: points.map(([x, y, pressure]) => [x, y, pressure]) },
    ],
  }),
};
