import { defineAdjust } from '#core/render/kinds';
import { prepareCard } from './card';
import { compilePrepare, isLightAlone, measurePrepare } from './compute';
import type { PrepareMeasures } from './compute';
import { prepareParameters, NEUTRAL } from './schema';
import type { PrepareParameters } from './schema';

/** White balance, exposure, contrast, white and black point, saturation of the whole picture or an area. */
export const prepare = defineAdjust<PrepareParameters, PrepareMeasures>({
  id: 'prepare',
  label: 'prepare',
  offer: {
    label: 'Prepare',
    help: 'White from a grey place, exposure, black and white point. First of all, and before readings are trusted',
    example: [
      ['#4a4a3a', '#7c7b62', '#a3a284', '#c3c1a2', '#dbd8bb'],
      ['#3f3e3d', '#7b7977', '#a9a6a4', '#cfccc9', '#efecea'],
    ],
    aptFor: { 'whole-picture': 2 },
    start: () => NEUTRAL,
  },
  version: 1,
  parameters: prepareParameters,
  migrations: {},
  neutral: NEUTRAL,
  looksAt: 'smooth',
  isCheap: isLightAlone,
  measure: measurePrepare,
  compile: compilePrepare,
  card: prepareCard,
});
