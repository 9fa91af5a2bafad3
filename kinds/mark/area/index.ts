import { NOWHERE } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import type { MarkHost } from '#core/render/kinds';
import { areaMarkParameters } from './schema';
import type { AreaMarkParameters } from './schema';

/**
 * What another area covers; nothing once that area is gone, or where areas would name each other in a circle.
 */
export const area = defineMark<AreaMarkParameters, MarkHost['other']>({
  id: 'area',
  label: 'another area',
  version: 1,
  parameters: areaMarkParameters,
  carry: 'as-it-is',
  describe: ({ areaId }, areaName) => areaName(areaId) ?? 'an area that is gone',
  migrations: {},
  names: ({ areaId }) => areaId,
  prepare: (_parameters, { other }) => other,
  bounds: (other) => (other ? other.bounds : NOWHERE),
  rasterise: (other, region, out, { cover }) => {
    if (!other) return;
    const { data } = cover(other.area, region);
    for (let i = 0; i < out.length; i++) out[i] = data[i]! / 255;
  },
});
