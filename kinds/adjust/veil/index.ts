import { defineAdjust } from '#core/render/kinds';
import { veilCard } from './card';
import { compileVeil, measureVeil } from './compute';
import type { VeilMeasures } from './compute';
import { veilHandles } from './handles';
import { NEUTRAL, START, veilParameters } from './schema';
import type { VeilParameters } from './schema';

/** Takes a haze off the picture that adds to its light: flare, mist, light thrown back by a wall. */
export const veil = defineAdjust<VeilParameters, VeilMeasures>({
  id: 'veil',
  label: 'veil',
  offer: {
    label: 'Take off a veil',
    help: 'A haze that lies over the picture: flare, mist, a coloured wall. Taken off in linear light, before anything else',
    example: [
      ['#9aa57e', '#8b9472', '#7d8a66', '#6f7a5d', '#5c6a4f'],
      ['#a39a93', '#8d837c', '#776d67', '#5f5650', '#463f3a'],
    ],
    aptFor: { 'whole-picture': 1 },
    start: () => START,
  },
  version: 1,
  parameters: veilParameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'place',
  measure: measureVeil,
  compile: compileVeil,
  card: veilCard,
  handles: veilHandles,
});
