import type { Triple } from '../colour/triple';
import type { Coverage8Raster, LinearRaster } from '../raster/raster';

/** Mean of an area in linear light, weighted by coverage; undefined when it covers nothing. */
export function areaMean({ data }: LinearRaster, coverage: Coverage8Raster): Triple | undefined {
  let red = 0;
  let green = 0;
  let blue = 0;
  let sum = 0;
  for (let i = 0; i < coverage.data.length; i++) {
    const weight = coverage.data[i]!;
    if (weight === 0) continue;
    red += weight * data[3 * i]!;
    green += weight * data[3 * i + 1]!;
    blue += weight * data[3 * i + 2]!;
    sum += weight;
  }
  return sum > 0 ? [red / sum, green / sum, blue / sum] : undefined;
}
