import { quantile } from '../math/quantile';
import { mapPlane } from '../raster/mapPlane';
import { EXPOSED, MOST_GAIN } from './headParameters';

/**
 * A dark crop as a longer exposure would show it: of dark hair before dark ground the networks that tell people from
 * ground and parts from each other see little otherwise.
 * @param crop interleaved encoded red, green, blue, 0..1
 */
export function exposed(crop: Float32Array): Float32Array {
  const brightest = new Float64Array(crop.length / 3);
  let seen = 0;
  for (let p = 0; p < crop.length; p += 3) {
    const most = Math.max(crop[p]!, crop[p + 1]!, crop[p + 2]!);
    // Beyond the photo it is black.
    if (most > 0) brightest[seen++] = most;
  }
  const [share, bright] = EXPOSED;
  const reached = quantile(brightest.subarray(0, seen), share) ?? bright;
  const gain = Math.min(MOST_GAIN, bright / reached);
  return gain > 1 ? mapPlane(crop, (value) => Math.min(1, gain * value)) : crop;
}
