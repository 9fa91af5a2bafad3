import { evaluateGuided, guideOfLinear } from '../raster/guidedEvaluate';
import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import { mapPlane } from '../raster/mapPlane';
import type { LinearRaster, Region } from '../raster/raster';
import { REFINE_GUIDE_EPSILON, REFINE_GUIDE_RADIUS } from './strandParameters';

/** A region of the photo with its pixels. */
interface Seen {
  readonly region: Region;
  readonly source: LinearRaster;
}

/** Carries planes of a coarse raster to a finer one along the photo's edges. */
export function carriedTo(planes: readonly Float32Array[], coarse: Seen, fine: Seen): Float32Array[] {
  const guide = prepareGuide(mapPlane(coarse.source.data, guideOfLinear), {
    width: coarse.region.outWidth,
    height: coarse.region.outHeight,
    radius: REFINE_GUIDE_RADIUS,
    epsilon: REFINE_GUIDE_EPSILON,
  });
  const masks = planes.map((plane) => ({
    coefficients: guidedCoefficients(guide, plane),
    out: new Float32Array(fine.region.outWidth * fine.region.outHeight),
  }));
  evaluateGuided(masks, {
    window: coarse.region,
    region: fine.region,
    source: fine.source,
    firmFrom: 0,
  });
  return masks.map(({ out }) => out);
}
