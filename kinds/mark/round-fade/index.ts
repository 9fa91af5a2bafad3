import { defineMark } from '#core/render/kinds';
import { roundFadeHandles } from './handles';
import { prepareRoundFade, rasteriseRoundFade } from './rasterise';
import type { RoundFadeData } from './rasterise';
import { roundFadeParameters } from './schema';
import type { RoundFadeParameters } from './schema';

/** Full about a centre, nothing beyond a circle, smooth between. */
export const roundFade = defineMark<RoundFadeParameters, RoundFadeData>({
  id: 'round-fade',
  label: 'round fade',
  version: 1,
  parameters: roundFadeParameters,
  migrations: {},
  prepare: prepareRoundFade,
  bounds: () => undefined,
  rasterise: rasteriseRoundFade,
  handles: roundFadeHandles,
});
