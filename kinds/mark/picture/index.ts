import { rasterisePlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { pictureParameters } from './schema';
import type { PictureParameters } from './schema';

/** Coverage from a picture file. */
export const picture = defineMark<PictureParameters, Plate | undefined>({
  id: 'picture',
  label: 'picture',
  version: 1,
  parameters: pictureParameters,
  carry: 'anew',
  describe: ({ file }) => file,
  migrations: {},
  prepare: ({ plate }, { plates }) => plates.get(plate),
  bounds: (plate) => (plate ? boundsOfRegion(plate.region) : NOWHERE),
  rasterise: (plate, region, out, { sample }) => {
    if (plate) rasterisePlate(plate, region, sample, out);
  },
});
