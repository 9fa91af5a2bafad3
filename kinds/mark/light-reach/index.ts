import { defineMark } from '#core/render/kinds';
import { prepareLightReach, rasteriseLightReach } from './rasterise';
import type { LightReachData } from './rasterise';
import { lightReachDrawing } from './drawing';
import { lightReachParameters } from './schema';
import type { LightReachParameters } from './schema';

/** Everything whose lightness lies within a span. */
export const lightReach = defineMark<LightReachParameters, LightReachData>({
  id: 'light-reach',
  label: 'light reach',
  version: 1,
  parameters: lightReachParameters,
  drawing: lightReachDrawing,
  carry: 'as-it-is',
  migrations: {},
  prepare: prepareLightReach,
  bounds: () => undefined,
  rasterise: rasteriseLightReach,
});
