import type { MarkDrawing } from '#core/offer/drawing';
import type { StraightFadeParameters } from './schema';

/** A shorter line has no direction, pixels of the photo. */
const LEAST_LENGTH = 2;
const rounded = (value: number) => Math.round(value * 10) / 10;

/** How it is drawn and offered. */
export const straightFadeDrawing: MarkDrawing<StraightFadeParameters> = {
  name: 'Fade',
  key: 'Y',
  icon: 'Blend',
  help: 'Straight fade',
  hint: 'Drag from where it is full to where it ends.',
  example: { hand: 'M84 30H62', covered: ['M90 0H78v60h12z', 'M90 0H70v60h20z', 'M90 0H62v60h28z'] },
  rank: 9,
  gesture: 'span',
  shiftTurns: true,
  draw: ({ from, to }) =>
    Math.hypot(to.x - from.x, to.y - from.y) < LEAST_LENGTH
      ? undefined
      : { fromX: rounded(from.x), fromY: rounded(from.y), toX: rounded(to.x), toY: rounded(to.y) },
};
