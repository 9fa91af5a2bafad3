import { defineAdjust } from '#core/render/kinds';
import { compileEvenness, measureEvenness } from './compute';
import type { EvennessMeasures } from './compute';
import { evennessParameters } from './schema';
import type { EvennessParameters } from './schema';

/** Draws hue, saturation and lightness to the area's trend, blotches alone. */
export const evenness = defineAdjust<EvennessParameters, EvennessMeasures>({
  id: 'evenness',
  label: 'evenness',
  version: 1,
  parameters: evennessParameters,
  migrations: {},
  neutral: { hue: 0, saturation: 0, lightness: 0, size: null, blush: 0, marks: 1 },
  looksAt: 'place',
  measuredBy: ['size'],
  measure: measureEvenness,
  compile: compileEvenness,
});
