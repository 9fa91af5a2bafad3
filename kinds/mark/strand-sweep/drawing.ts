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
