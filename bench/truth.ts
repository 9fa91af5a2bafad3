import type { Coverage8Raster, LinearRaster } from '#core/raster/raster';
import type { Pyramid } from '#core/raster/pyramid';
import { wholeRegion } from '#core/raster/raster';
import { sampleRegion } from '#core/raster/sampleRegion';

/** All of a photo in linear light, at its own size. */
export function whole(pyramid: Pyramid): LinearRaster {
  return sampleRegion(pyramid, wholeRegion(pyramid.width, pyramid.height));
}

/** A mask of a photo's size as coverage. */
export function coverage({ width, height }: Pyramid, data: Uint8Array): Coverage8Raster {
  return { space: 'coverage8', width, height, data };
}
