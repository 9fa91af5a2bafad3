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
    aptFor: { 'whole-picture': 0.5 },
    start: () => PLAIN,
  },
  version: 1,
  parameters: monochromeParameters,
  migrations: {},
  neutral: NEUTRAL,
  dyes: true,
  looksAt: 'smooth',
  looksAtFamilies: true,
  measure: measureMonochrome,
  compile: compileMonochrome,
});
