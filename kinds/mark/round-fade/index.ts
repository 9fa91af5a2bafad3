import { defineMark } from '#core/render/kinds';
import { roundFadeHandles } from './handles';
import { prepareRoundFade, rasteriseRoundFade } from './rasterise';
import type { RoundFadeData } from './rasterise';
import { roundFadeDrawing } from './drawing';
import { roundFadeParameters } from './schema';
import type { RoundFadeParameters } from './schema';

/** Full about a centre, nothing beyond a circle, smooth between. */
export const roundFade = defineMark<RoundFadeParameters, RoundFadeData>({
  id: 'round-fade',
  label: 'round fade',
  version: 1,
  parameters: roundFadeParameters,
  drawing: roundFadeDrawing,
  carry: ({ radius, soft, ...centre }, { place, scale }) => {
    const [x, y] = place(centre.x, centre.y);
    return { x, y, radius: Math.max(1, scale * radius), soft };
  },
  goesByFrame: true,
  migrations: {},
  prepare: prepareRoundFade,
  bounds: () => undefined,
  rasterise: rasteriseRoundFade,
  handles: roundFadeHandles,
});
