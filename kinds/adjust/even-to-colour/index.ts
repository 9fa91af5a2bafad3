import { defineAdjust } from '#core/render/kinds';
import { evenToColourCard } from './card';
import { compileEvenToColour, measureEvenToColour } from './compute';
import type { EvenToColourMeasures } from './compute';
import { EVEN_TO_COLOUR_START, FORMED_START, NEUTRAL, evenToColourParameters } from './schema';
import type { EvenToColourParameters } from './schema';

/** Draws all that is broader than texture to one colour. */
export const evenToColour = defineAdjust<EvenToColourParameters, EvenToColourMeasures>({
  id: 'even-to-colour',
  label: 'evenness to a colour',
  offer: {
    label: 'Even to a colour',
    help: 'A patchy wall becomes one tone, dry grass takes the green beside it; weave, grain and pores stay',
    example: [
      ['#b8b2a4', '#a59d8c', '#c4bdae', '#97907f', '#aea797'],
      ['#b0a999', '#afa898', '#b1aa9a', '#aea797', '#b0a999'],
    ],
    aptFor: { background: 2, clothes: 1, other: 1 },
    start: ({ area }) => (area?.part === 'background' ? EVEN_TO_COLOUR_START : FORMED_START),
  },
  version: 1,
  parameters: evenToColourParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ colour }) => ({ words: colour ?? 'its own middle colour', ...(colour !== null && { colour }) }),
  looksAtFamilies: true,
  cleansEdges: true,
  dyes: true,
  looksAt: 'place',
  measuredBy: ['size'],
  measure: measureEvenToColour,
  compile: compileEvenToColour,
  card: evenToColourCard,
});
