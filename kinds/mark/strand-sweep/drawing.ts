import { strokesLeaveRoom } from '#core/document/strokes';
import { RADIUS } from '#core/offer/drawing';
import type { MarkDrawing } from '#core/offer/drawing';
import type { StrandSweepParameters } from './schema';

/** Of the solver that new sweeps are solved by. */
const SOLVER = 1;

/** How it is drawn and offered. */
export const strandSweepDrawing: MarkDrawing<StrandSweepParameters> = {
  name: 'Sweep',
  key: 'Shift S',
  icon: 'Waves',
  help: 'Strand sweep along the edge of hair',
  hint: 'Sweep along the edge of hair: single strands are taken, what shows between them is not.',
  example: {
    hand: 'M24 40C22 26 26 12 38 5',
    covered: [
      'M30 41C26 34 24 28 23 20l2 9c0-6 0-10-1-14 2 4 3 8 3 12 0-6 1-11 1-16 1 5 1 9 1 13 1-6 2-10 4-15-1 5-1 9-2 13 2-5 4-9 7-13-2 6-4 10-4 14C31 30 30 36 30 41z',
    ],
  },
  rank: 3,
  gesture: 'path',
  shiftTurns: true,
  settings: [RADIUS],
  hasRoom: ({ strokes }) => strokesLeaveRoom(strokes),
  draw: ({ points, takes, settings }, before) => ({
    solver: SOLVER,
    strokes: [
      ...(before?.strokes ?? []),
      { takes, radius: settings.radius!, points: points.map(([x, y, pressure]) => [x, y, pressure]) },
    ],
  }),
};
