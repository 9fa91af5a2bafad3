import { rasterisePlate } from '../raster/plate';
import type { Plate } from '../raster/plate';
import { NOWHERE, boundsOfRegion } from '../raster/raster';
import type { MarkKind } from './kinds';

/** How a mark covers that names a plate: as that does, and nothing while it is missing. */
export const COVERED_BY_PLATE: Pick<
  MarkKind<{ readonly plate: string }, Plate | undefined>,
  'prepare' | 'bounds' | 'rasterise'
> = {
  prepare: ({ plate }, { plates }) => plates.get(plate),
  bounds: (plate) => (plate ? boundsOfRegion(plate.region) : NOWHERE),
  rasterise: (plate, region, out, { sample }) => {
    if (plate) rasterisePlate(plate, region, sample, out);
  },
};
