import { smoothstep } from '#core/math/smoothstep';
import type { Region } from '#core/raster/raster';
import type { RoundFadeParameters } from './schema';

/** Nothing has to be prepared. */
export type RoundFadeData = RoundFadeParameters;
/** The parameters as they are. */
export const prepareRoundFade = (parameters: RoundFadeParameters): RoundFadeData => parameters;

/** Smooth at both ends: 3t² - 2t³ from the rim inward; a hard rim is one result pixel wide. */
export function rasteriseRoundFade(
  { x, y, radius, soft }: RoundFadeData,
  region: Region,
  out: Float32Array,
): void {
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  const width = Math.max(soft * radius, across);
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    const offY = region.y + (row + 0.5) * down - y;
    for (let column = 0; column < region.outWidth; column++, i++) {
      const distance = Math.hypot(region.x + (column + 0.5) * across - x, offY);
      out[i] = smoothstep((radius - distance) / width);
    }
  }
}
