import { defineAdjust } from '#core/render/kinds';
import { compileLight, measureLight } from './compute';
import type { LightMeasures } from './compute';
import { lightParameters, NEUTRAL } from './schema';
import type { LightParameters } from './schema';

/** Exposure, gamma, contrast, saturation and warmth of an area. */
export const light = defineAdjust<LightParameters, LightMeasures>({
  id: 'light',
  label: 'light',
  offer: {
    label: 'Light',
    help: 'Exposure, gamma, contrast, saturation and warmth of the area',
    example: [
      ['#5a4a42', '#8a7466', '#ab9384', '#c9b4a5', '#e2d3c8'],
      ['#6f5c52', '#a38a7a', '#c4aa99', '#decabb', '#f0e4da'],
    ],
    aptFor: { background: 2 },
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: lightParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ exposure, warmth }) => ({
    words: `${exposure.toFixed(1)} stops, warmth ${Math.round(100 * warmth)} %`,
  }),
  looksAt: 'smooth',
  measure: measureLight,
  compile: compileLight,
});
