import { defineAdjust } from '#core/render/kinds';
import { compileRelief, measureRelief } from './compute';
import type { ReliefMeasures } from './compute';
import { reliefParameters, NEUTRAL } from './schema';
import type { ReliefParameters } from './schema';

/** Softens or brings out the texture between pores and shading. */
export const relief = defineAdjust<ReliefParameters, ReliefMeasures>({
  id: 'relief',
  label: 'relief',
  version: 1,
  parameters: reliefParameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'place',
  measure: measureRelief,
  compile: compileRelief,
});
