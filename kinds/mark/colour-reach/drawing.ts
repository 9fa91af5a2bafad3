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
