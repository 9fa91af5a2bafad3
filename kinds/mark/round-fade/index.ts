import { carryByFace } from '#core/document/carryByFace';
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
  carry: ({ x, y, radius, soft }, from, to) => {
    const { across, down, scale } = carryByFace(from, to);
    return { x: across(x), y: down(y), radius: Math.max(1, scale * radius), soft };
  },
  migrations: {},
  prepare: prepareRoundFade,
  bounds: () => undefined,
  rasterise: rasteriseRoundFade,
  handles: roundFadeHandles,
});
