import { clampUnit } from '../math/clamp';
import { maskSoften } from './maskSoften';

/**
 * Rounds off jags: a Gaussian, then contrast about one half, so that the edge keeps its place and about its
 * width.
 * @param mask coverage 0..1; overwritten
 * @param radius in pixels of this raster
 */
export function maskSmooth(mask: Float32Array, width: number, height: number, radius: number): void {
  if (radius <= 0) return;
  maskSoften(mask, width, height, radius);
  const steepness = 1 + radius;
  for (let i = 0; i < mask.length; i++) mask[i] = clampUnit(0.5 + steepness * (mask[i]! - 0.5));
}

/** Coverage below the floor becomes 0, above the ceiling 1, evenly between. @param mask 0..1; overwritten */
export function maskLevels(mask: Float32Array, floor: number, ceiling: number): void {
  if (floor <= 0 && ceiling >= 1) return;
  for (let i = 0; i < mask.length; i++) mask[i] = clampUnit((mask[i]! - floor) / (ceiling - floor));
}
