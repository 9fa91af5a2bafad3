import { defineAdjust } from '#core/render/kinds';
import { compileFamilies, measureFamilies } from './compute';
import type { FamiliesMeasures } from './compute';
import { familiesParameters, NEUTRAL } from './schema';
import type { FamiliesParameters } from './schema';

/** Hue, saturation and lightness of the families of colour that this photo contains. */
export const families = defineAdjust<FamiliesParameters, FamiliesMeasures>({
  id: 'families',
  label: 'families',
  offer: {
    label: 'Families',
    help: 'Hue, saturation and lightness of the colours that are really here',
    example: [
      ['#7d9a5c', '#c9a25a', '#b0605a', '#5c7fa8', '#8a6aa0'],
      ['#5c9a7d', '#c9a25a', '#b0605a', '#5c7fa8', '#8a6aa0'],
    ],
    aptFor: { background: 1 },
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: familiesParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ changes }) => ({
    words: `${changes.length} ${changes.length === 1 ? 'family' : 'families'} changed`,
  }),
  circles: ['hue'],
  looksAt: 'smooth',
  looksAtFamilies: true,
  measure: measureFamilies,
  compile: compileFamilies,
});
