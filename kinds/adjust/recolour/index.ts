import { defineAdjust } from '#core/render/kinds';
import { compileRecolour, measureRecolour } from './compute';
import type { RecolourMeasures } from './compute';
import { recolourParameters } from './schema';
import type { RecolourParameters } from './schema';

/** Gives iris, lips or hair another colour; shading, texture and glints stay. */
export const recolour = defineAdjust<RecolourParameters, RecolourMeasures>({
  id: 'recolour',
  label: 'recolour',
  version: 1,
  parameters: recolourParameters,
  migrations: {},
  neutral: { colour: null, variation: 1 },
  looksAt: 'colour',
  measure: measureRecolour,
  compile: compileRecolour,
});
