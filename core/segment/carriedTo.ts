import { evaluateGuided, guideOfLinear } from '../raster/guidedEvaluate';
import { guidedCoefficients, prepareGuide } from '../raster/guidedFilter';
import type { LinearRaster, Region } from '../raster/raster';
import { REFINE_GUIDE_EPSILON, REFINE_GUIDE_RADIUS } from './strandParameters';

/** A region of the photo with its pixels. */
interface Seen {
  readonly region: Region;
  readonly source: LinearRaster;
}

/** Carries planes of a coarse raster to a finer one along the photo's edges. */
export function carriedTo(coarse: Seen, fine: Seen): (plane: Float32Array) => Float32Array {
  const guide = prepareGuide(coarse.source.data.map(guideOfLinear), {
    width: coarse.region.outWidth,
    height: coarse.region.outHeight,
    radius: REFINE_GUIDE_RADIUS,
    epsilon: REFINE_GUIDE_EPSILON,
  });
  return (plane) => {
    const out = new Float32Array(fine.region.outWidth * fine.region.outHeight);
    evaluateGuided(guidedCoefficients(guide, plane), {
      window: coarse.region,
      region: fine.region,
      source: fine.source,
      shape: (value) => value,
      out,
    });
    return out;
  };
}
