import { rasterisePlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { doubtfulPlaceParameters } from './schema';
import type { DoubtfulPlaceParameters } from './schema';

/** A place that find was unsure of: it counts once somebody has said that it belongs to the other part. */
export const doubtfulPlace = defineMark<DoubtfulPlaceParameters, Plate | undefined>({
  id: 'doubtful-place',
  label: 'doubtful place',
  version: 1,
  parameters: doubtfulPlaceParameters,
  carry: 'anew',
  describe: ({ may }) => `${may.replace('-', ', ')} by your word`,
  migrations: {},
  prepare: ({ plate }, { plates }) => plates.get(plate),
  bounds: (plate) => (plate ? boundsOfRegion(plate.region) : NOWHERE),
  rasterise: (plate, region, out, { sample }) => {
    if (plate) rasterisePlate(plate, region, sample, out);
  },
});
