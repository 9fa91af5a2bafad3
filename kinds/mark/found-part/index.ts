import { rasterisePlate } from '#core/raster/plate';
import type { Plate } from '#core/raster/plate';
import { NOWHERE, boundsOfRegion } from '#core/raster/raster';
import { defineMark } from '#core/render/kinds';
import { foundPartParameters } from './schema';
import type { FoundPartParameters } from './schema';

/** A part of a sitter, as it was found. */
export const foundPart = defineMark<FoundPartParameters, Plate | undefined>({
  id: 'found-part',
  label: 'found part',
  version: 1,
  parameters: foundPartParameters,
  carry: 'anew',
  describe: ({ part }) => `found ${part.replace('-', ', ')}`,
  migrations: {},
  prepare: ({ plate }, { plates }) => plates.get(plate),
  bounds: (plate) => (plate ? boundsOfRegion(plate.region) : NOWHERE),
  rasterise: (plate, region, out, { sample }) => {
    if (plate) rasterisePlate(plate, region, sample, out);
  },
});
