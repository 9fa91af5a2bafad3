import { defineMark } from '#core/render/kinds';
import { colourReachHandles } from './handles';
import { prepareColourReach, rasteriseColourReach } from './rasterise';
import type { ColourReachData } from './rasterise';
import { colourReachDrawing } from './drawing';
import { LEAST_PATCH, colourReachParameters } from './schema';
import type { ColourReachParameters } from './schema';

/** Everything whose colour lies near that of patches of the photo. */
export const colourReach = defineMark<ColourReachParameters, ColourReachData>({
  id: 'colour-reach',
  label: 'colour reach',
  version: 1,
  parameters: colourReachParameters,
  drawing: colourReachDrawing,
  // Colours are those that the patches show there.
  carry: (parameters, { place, scale }) => ({
    ...parameters,
    patches: parameters.patches.map(({ width, height, takes, ...centre }) => {
      const [x, y] = place(centre.x, centre.y);
      return {
        x,
        y,
        width: Math.max(LEAST_PATCH, scale * width),
        height: Math.max(LEAST_PATCH, scale * height),
        takes,
      };
    }),
  }),
  migrations: {},
  prepare: prepareColourReach,
  bounds: () => undefined,
  rasterise: rasteriseColourReach,
  handles: colourReachHandles,
});
