import { defineAdjust } from '#core/render/kinds';
import { matchCard } from './card';
import { compileMatch, measureMatch } from './compute';
import type { MatchMeasures } from './compute';
import { NEUTRAL, matchParameters, startMatch } from './schema';
import type { MatchParameters } from './schema';

/**
 * Brings a place to another: by one pair of numbers, or by the whole trend of an area or of another photo.
 */
export const match = defineAdjust<MatchParameters, MatchMeasures>({
  id: 'match',
  label: 'match',
  offer: {
    label: 'Match',
    help: 'Brings this place to another, by light and colour or by numbers. Give the area a wide soft edge',
    example: [
      ['#c79a86', '#a87768', '#8a5a50', '#7a5148', '#6b4740'],
      ['#dcb09a', '#c69480', '#aa7868', '#966a5b', '#855d50'],
    ],
    aptFor: { 'neck-limbs': 2, 'arms': 2, 'legs': 2 },
    start: startMatch,
  },
  version: 1,
  parameters: matchParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ to }, _, like) => {
    if (to.by === 'area') return { words: like === undefined ? 'to another area' : `to “${like}”` };
    return { words: to.by === 'trend' ? to.name : `to RGB ${to.to.map(Math.round).join(' ')}` };
  },
  cleansEdges: true,
  looksAt: 'place',
  measuredBy: ['to'],
  like: ({ to }) => (to.by === 'area' ? to.areaId : null),
  measure: measureMatch,
  compile: compileMatch,
  card: matchCard,
});
