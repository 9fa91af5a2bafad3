import type { MarkDrawing } from '#core/offer/drawing';
import { LEAST_PATCH, MOST_PATCHES } from './schema';
import type { ColourReachParameters } from './schema';

/**
 * What a reach starts with: OKLCh degrees, thousandths of chroma, L*, a share. Chosen by eye on lips, hair
 * and cloth.
 */
const START = { hue: 8, saturation: 25, lightness: 10, soft: 0.8 };
/** A press takes a patch of so many CSS pixels. */
const PRESS_PATCH = 5;
const rounded = (value: number) => Math.round(value * 10) / 10;

/** How it is drawn and offered. */
export const colourReachDrawing: MarkDrawing<ColourReachParameters> = {
  name: 'Colour',
  key: 'B',
  icon: 'Pipette',
  help: 'Colour reach: whatever has the colour of a place',
  hint: 'Press a colour, or drag a patch over several tones; more patches add to it.',
  example: { hand: 'M28 55h.1', covered: ['M14 60c2-10 12-13 22-15l9 5 9-5c10 2 20 5 22 15z'] },
  rank: 7,
  gesture: 'span',
  shiftTurns: true,
  hasRoom: ({ patches }) => patches.length < MOST_PATCHES,
  draw: ({ from, to, takes, pixel }, before) => {
    const least = Math.max(LEAST_PATCH, PRESS_PATCH * pixel);
    const patch = {
      x: rounded((from.x + to.x) / 2),
      y: rounded((from.y + to.y) / 2),
      width: Math.max(least, Math.abs(to.x - from.x)),
      height: Math.max(least, Math.abs(to.y - from.y)),
      takes,
    };
    return { ...START, ...before, patches: [...(before?.patches ?? []), patch] };
  },
};
