import type { Coverage8Raster, LinearRaster, Region } from '../raster/raster';

/** An area with the pixels about it. */
export interface AreaInput {
  /** of the photo, as the pixels show it */
  readonly region: Region;
  readonly pixels: LinearRaster;
  readonly coverage: Coverage8Raster;
}
