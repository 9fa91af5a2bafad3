import { defineAdjust } from '#core/render/kinds';
import { compileRecolour, measureRecolour } from './compute';
import type { RecolourMeasures } from './compute';
import { RECOLOUR_DEFAULTS, recolourParameters } from './schema';
import type { RecolourParameters } from './schema';

/** Gives iris, lips or hair another colour; shading, texture and glints stay. */
export const recolour = defineAdjust<RecolourParameters, RecolourMeasures>({
  id: 'recolour',
  label: 'recolour',
  version: 3,
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
  },
  neutral: { ...RECOLOUR_DEFAULTS, colour: null },
  looksAt: 'colour',
  cleansEdges: true,
  measure: measureRecolour,
  compile: compileRecolour,
});
