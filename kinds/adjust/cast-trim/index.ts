import { defineAdjust } from '#core/render/kinds';
import { compileCastTrim, measureCastTrim } from './compute';
import type { CastTrimMeasures } from './compute';
import { castTrimParameters, NEUTRAL } from './schema';
import type { CastTrimParameters } from './schema';

/** Pushes one family of colours, in proportion to what there is of it. */
export const castTrim = defineAdjust<CastTrimParameters, CastTrimMeasures>({
  id: 'cast-trim',
  label: 'cast trim',
  version: 1,
  parameters: castTrimParameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'smooth',
  measure: measureCastTrim,
  compile: compileCastTrim,
});
