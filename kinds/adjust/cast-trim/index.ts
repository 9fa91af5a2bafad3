import { defineAdjust } from '#core/render/kinds';
import { compileCastTrim, measureCastTrim } from './compute';
import type { CastTrimMeasures } from './compute';
import { castTrimParameters, NEUTRAL } from './schema';
import type { CastTrimParameters } from './schema';

/** Pushes one family of colours, in proportion to what there is of it. */
export const castTrim = defineAdjust<CastTrimParameters, CastTrimMeasures>({
  id: 'cast-trim',
  label: 'cast trim',
  offer: {
    label: 'Trim a cast',
    help: 'Pushes one family of colour; neutral places stay neutral. A push across the disc takes it out',
    example: [
      ['#d9c79b', '#c9b27e', '#d0a98c', '#b9a06c', '#cbb691'],
      ['#d6c4b4', '#c5ad9b', '#d0a794', '#b59b8b', '#c8b3a6'],
    ],
    aptFor: { skin: 0.5, face: 0.5 },
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: castTrimParameters,
  migrations: {},
  neutral: NEUTRAL,
  brief: ({ family, amount }) => ({
    words: `${Math.round(100 * amount)} % out of ${family.toFixed(0)}°`,
  }),
  cleansEdges: true,
  circles: ['family', 'toward'],
  looksAt: 'smooth',
  measure: measureCastTrim,
  compile: compileCastTrim,
});
