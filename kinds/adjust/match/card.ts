import type { CardForm } from '#core/render/card';
import { gainsByLight } from './byLight';
import type { MatchMeasures } from './compute';
import type { MatchParameters } from './schema';

/** byLight.ts, for a graphics card; by rank and by numbers it is the processor's. */
export const matchCard: CardForm<MatchParameters, MatchMeasures> = {
  trial: { to: { by: 'area', areaId: null }, light: 0.7, colour: 1 },
  compile({ to, light, colour }, { byRank, byLight }) {
    if (to.by === 'numbers' || byRank || !byLight) return undefined;
    return {
      field: gainsByLight(byLight, light, colour),
      words: 'vec3 kernel(vec3 colour, vec2 place) { return colour * fieldAt(0, place).rgb; }',
    };
  },
};
