import { defineMark } from '#core/render/kinds';
import { colourReachHandles } from './handles';
import { prepareColourReach, rasteriseColourReach } from './rasterise';
import type { ColourReachData } from './rasterise';
import { colourReachDrawing } from './drawing';
import { colourReachParameters } from './schema';
import type { ColourReachParameters } from './schema';

/** Everything whose colour lies near that of patches of the photo. */
export const colourReach = defineMark<ColourReachParameters, ColourReachData>({
  id: 'colour-reach',
  label: 'colour reach',
  version: 1,
  parameters: colourReachParameters,
  drawing: colourReachDrawing,
  migrations: {},
  prepare: prepareColourReach,
  bounds: () => undefined,
  rasterise: rasteriseColourReach,
  handles: colourReachHandles,
});
