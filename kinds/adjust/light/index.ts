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
