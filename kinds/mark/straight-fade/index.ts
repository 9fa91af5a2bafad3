import { defineMark } from '#core/render/kinds';
import { straightFadeHandles } from './handles';
import { prepareStraightFade, rasteriseStraightFade } from './rasterise';
import type { StraightFadeData } from './rasterise';
import { straightFadeDrawing } from './drawing';
import { straightFadeParameters } from './schema';
import type { StraightFadeParameters } from './schema';

/** Full on one side of a line, nothing beyond another, smooth between. */
export const straightFade = defineMark<StraightFadeParameters, StraightFadeData>({
  id: 'straight-fade',
  label: 'straight fade',
  version: 1,
  parameters: straightFadeParameters,
  drawing: straightFadeDrawing,
  carry: (parameters, { place }) => {
    const [fromX, fromY] = place(parameters.fromX, parameters.fromY);
    const [toX, toY] = place(parameters.toX, parameters.toY);
    return { fromX, fromY, toX, toY };
  },
  goesByFrame: true,
  migrations: {},
  prepare: prepareStraightFade,
  bounds: () => undefined,
  rasterise: rasteriseStraightFade,
  handles: straightFadeHandles,
});
