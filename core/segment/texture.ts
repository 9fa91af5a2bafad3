import { fastLog } from '../colour/fastLog';
import { luminanceAt } from '../colour/luminance';
import { boxMeans } from '../raster/boxMeans';
import type { LinearRaster } from '../raster/raster';
import { LEAST_CONTRAST } from './headParameters';

/**
 * How rough a surface is: the mean over a window of the logarithm of contrast between neighbouring pixels.
 * The mean of the logarithm, so that a single edge weighs little beside a field of strands.
 * @param radius of the window in pixels
 */
export function roughness({ width, height, data }: LinearRaster, radius: number): Float32Array {
  const tone = new Float32Array(width * height);
  for (let i = 0; i < tone.length; i++) tone[i] = Math.sqrt(Math.max(0, luminanceAt(data, i)));
  const smooth = boxMeans(tone, { channels: 1, width, height, radius: 1 });
  const contrast = new Float32Array(tone.length);
  for (let i = 0; i < tone.length; i++)
    contrast[i] = fastLog(Math.abs(tone[i]! - smooth[i]!) / (smooth[i]! + 0.03) + LEAST_CONTRAST);
  return boxMeans(contrast, { channels: 1, width, height, radius: Math.max(1, Math.round(radius)) });
}
