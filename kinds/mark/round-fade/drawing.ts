import type { MarkDrawing } from '#core/offer/drawing';
import type { RoundFadeParameters } from './schema';

/** A smaller circle is none, pixels of the photo. */
const LEAST_RADIUS = 2;
const rounded = (value: number) => Math.round(value * 10) / 10;

/** How it is drawn and offered. */
export const roundFadeDrawing: MarkDrawing<RoundFadeParameters> = {
  name: 'Round fade',
  key: 'I',
  icon: 'SunDim',
  help: 'Round fade',
  hint: 'Drag from the centre to where it ends.',
  example: {
    hand: 'M45 30L66 30',
    covered: [
      'M45 21c5 0 8 4 8 9s-3 9-8 9-8-4-8-9 3-9 8-9z',
      'M45 15c8 0 14 7 14 15s-6 15-14 15-14-7-14-15 6-15 14-15z',
      'M45 8c12 0 21 10 21 22S57 52 45 52 24 42 24 30 33 8 45 8z',
    ],
  },
  rank: 10,
  gesture: 'span',
  shiftTurns: true,
  settings: [
    {
      name: 'rim',
      words: 'soft rim',
      label: 'Soft rim',
      unit: 'share',
      min: 0,
      max: 1,
      start: 0.6,
      read: ({ soft }) => soft,
      write: (parameters, soft) => ({ ...parameters, soft }),
    },
  ],
  draw: ({ from, to, settings }) => {
    const radius = Math.hypot(to.x - from.x, to.y - from.y);
    return radius < LEAST_RADIUS
      ? undefined
      : { x: rounded(from.x), y: rounded(from.y), radius: rounded(radius), soft: settings.rim! };
  },
};
