import { defineAdjust } from '#core/render/kinds';
import { compileMonochrome, measureMonochrome } from './compute';
import type { MonochromeMeasures } from './compute';
import { monochromeParameters, NEUTRAL, PLAIN } from './schema';
import type { MonochromeParameters } from './schema';

/** Black and white, with a grey of its own for every family of colour, and a tone for lights and shades. */
export const monochrome = defineAdjust<MonochromeParameters, MonochromeMeasures>({
  id: 'monochrome',
  label: 'monochrome',
  offer: {
    label: 'Monochrome',
    help: 'Black and white; drag a colour on the picture up for a lighter grey, down for a darker one',
    example: [
      ['#d9a98e', '#7d9a5c', '#5c7fa8', '#b0605a', '#e2d29a'],
      ['#c2c2c2', '#8c8c8c', '#6e6e6e', '#868686', '#d2d2d2'],
    ],
    aptFor: { 'whole-picture': 0.5 },
    start: () => PLAIN,
  },
  version: 1,
  parameters: monochromeParameters,
  migrations: {},
  neutral: NEUTRAL,
  dyes: true,
  circles: ['hue'],
  looksAt: 'smooth',
  looksAtFamilies: true,
  measure: measureMonochrome,
  compile: compileMonochrome,
});
