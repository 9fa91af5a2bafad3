import { defineAdjust } from '#core/render/kinds';
import { compileRecolour, measureRecolour } from './compute';
import type { RecolourMeasures } from './compute';
import { RECOLOUR_DEFAULTS, recolourParameters } from './schema';
import type { RecolourParameters } from './schema';

/** Gives iris, lips or hair another colour; shading, texture and glints stay. */
export const recolour = defineAdjust<RecolourParameters, RecolourMeasures>({
  id: 'recolour',
  label: 'recolour',
  version: 2,
  parameters: recolourParameters,
  migrations: { 1: ({ colour, variation }) => ({ ...RECOLOUR_DEFAULTS, colour: colour!, hueVariation: variation!, saturationVariation: variation! }) },
  neutral: { ...RECOLOUR_DEFAULTS, colour: null },
  looksAt: 'colour',
  cleansEdges: true,
  measure: measureRecolour,
  compile: compileRecolour,
});
