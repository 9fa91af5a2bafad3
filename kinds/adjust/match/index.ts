import { defineAdjust } from '#core/render/kinds';
import { compileMatch, measureMatch } from './compute';
import type { MatchMeasures } from './compute';
import { matchParameters } from './schema';
import type { MatchParameters } from './schema';

/** Brings a place to another: by one pair of numbers, or by the whole trend of an area or of another photo. */
export const match = defineAdjust<MatchParameters, MatchMeasures>({
  id: 'match',
  label: 'match',
  version: 1,
  parameters: matchParameters,
  migrations: {},
  neutral: { to: { by: 'area', areaId: null }, light: 1, colour: 1 },
  looksAt: 'place',
  measuredBy: ['to'],
  like: ({ to }) => (to.by === 'area' ? to.areaId : null),
  measure: measureMatch,
  compile: compileMatch,
});
