import type { MarkDrawing } from '#core/offer/drawing';
import type { LassoParameters } from './schema';

const LEAST_POINTS = 3;

/** How it is drawn and offered. */
export const lassoDrawing: MarkDrawing<LassoParameters> = {
  name: 'Lasso',
  key: 'Q',
  icon: 'Lasso',
  help: 'Lasso: a loop drawn round something',
  hint: 'Draw round it; letting go closes the loop.',
  example: {
    hand: 'M33 53C40 48 52 48 58 53c2 4-3 7-12 7s-16-3-13-7z',
    covered: ['M33 53C40 48 52 48 58 53c2 4-3 7-12 7s-16-3-13-7z'],
  },
  rank: 4,
  gesture: 'path',
  draw: ({ points }) =>
    points.length < LEAST_POINTS ? undefined : { loops: [points.map(([x, y]) => [x, y])] },
};
