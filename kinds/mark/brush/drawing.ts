import { strokesLeaveRoom } from '#core/document/strokes';
import { RADIUS } from '#core/offer/drawing';
import type { MarkDrawing } from '#core/offer/drawing';
import type { BrushParameters } from './schema';

/** How it is drawn and offered. */
export const brushDrawing: MarkDrawing<BrushParameters> = {
  name: 'Brush',
  key: 'P',
  icon: 'Brush',
  help: 'Plain brush',
  hint: 'Paint what belongs to the area.',
  example: {
    hand: 'M20 56C28 50 36 49 44 52',
    covered: ['M17 53C27 45 36 44 46 48a4 4 0 0 1-3 8C36 53 29 54 23 59a4 4 0 0 1-6-6z'],
  },
  rank: 2,
  // What is small is painted: what is like it lies all about.
  aptFor: { jewellery: 2 },
  gesture: 'path',
  shiftTurns: true,
  settings: [
    RADIUS,
    {
      name: 'fade',
      words: 'soft edge',
      label: 'Soft edge of the brush',
      unit: 'share',
      min: 0,
      max: 1,
      start: 0.5,
    },
    {
      name: 'build',
      words: 'build-up',
      label: 'Build-up: what one stroke of the brush covers',
      help: 'What one stroke covers; strokes over each other build up',
      unit: 'share',
      min: 0.01,
      max: 1,
      start: 1,
    },
  ],
  hasRoom: ({ strokes }) => strokesLeaveRoom(strokes),
  draw: ({ points, takes, settings }, before) => ({
    strokes: [
      ...(before?.strokes ?? []),
      {
        takes,
        radius: settings.radius!,
        points: points.map(([x, y, pressure]) => [x, y, pressure]),
        fade: settings.fade!,
        build: settings.build!,
      },
    ],
  }),
};
