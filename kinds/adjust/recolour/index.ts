import { defineAdjust } from '#core/render/kinds';
import { recolourCard } from './card';
import { compileRecolour, measureRecolour } from './compute';
import type { RecolourMeasures } from './compute';
import { RECOLOUR_DEFAULTS, recolourParameters, startRecolour } from './schema';
import type { RecolourParameters } from './schema';
import { wordsOfColour } from './partPalette';

/** Gives iris, lips or hair another colour; shading, texture and glints stay. */
export const recolour = defineAdjust<RecolourParameters, RecolourMeasures>({
  id: 'recolour',
  label: 'recolour',
  offer: {
    label: 'Recolour',
    help: 'Another colour with shading, strands and glints kept. Look at the edge at 100 %',
    example: [
      ['#2a1f16', '#4a3626', '#6b4f38', '#8f6d4f', '#d9c7b4'],
      ['#341709', '#6a2f14', '#9c4b22', '#c87040', '#e6cdb9'],
    ],
    aptFor: {
      irises: 1,
      lips: 1,
      hair: 1,
      beard: 1,
      brows: 1,
      glasses: 1,
      jewellery: 1,
      hat: 1,
      clothes: 1,
      other: 1,
    },
    start: ({ area }) => startRecolour(area?.part ?? 'other'),
  },
  version: 4,
  parameters: recolourParameters,
  migrations: {
    1: ({ colour, variation }) => ({
      colour: colour!,
      hueVariation: variation!,
      saturationVariation: variation!,
      depth: 0,
      undertone: 0,
      gloss: 1,
      second: null,
    }),
    2: (parameters) => ({ ...parameters, trend: null }),
    3: (parameters) => ({ ...parameters, way: 'pigment' }),
  },
  neutral: { ...RECOLOUR_DEFAULTS, colour: null },
  brief: ({ way, colour, trend }, part) => ({
    words: trend?.name ?? (colour === null ? 'no colour yet' : wordsOfColour(colour, way, part)),
    ...(colour !== null && { colour }),
  }),
  dyes: true,
  looksAt: 'colour',
  cleansEdges: true,
  measure: measureRecolour,
  compile: compileRecolour,
  card: recolourCard,
});
