import { defineAdjust } from '#core/render/kinds';
import { reliefCard } from './card';
import { compileRelief, measureRelief } from './compute';
import type { ReliefMeasures } from './compute';
import { reliefParameters, NEUTRAL } from './schema';
import type { ReliefParameters } from './schema';

/** Softens or brings out the texture between pores and shading. */
export const relief = defineAdjust<ReliefParameters, ReliefMeasures>({
  id: 'relief',
  label: 'relief',
  offer: {
    label: 'Relief',
    help: 'Texture between pores and shading, softer or stronger. Too soft is plastic',
    example: [
      ['#d9a98e', '#c79478', '#e2b59b', '#c18f74', '#dcae94'],
      ['#d6a58a', '#cf9d81', '#d9aa90', '#cc9a7f', '#d7a88d'],
    ],
    aptFor: {},
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: reliefParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ amount }) => ({
    words: `${amount < 0 ? 'softer' : 'stronger'} by ${Math.round(100 * Math.abs(amount))} %`,
  }),
  looksAt: 'place',
  measure: measureRelief,
  compile: compileRelief,
  card: reliefCard,
});
