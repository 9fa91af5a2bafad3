import { smoothstep } from '#core/math/smoothstep';
import type { Region } from '#core/raster/raster';
import type { StraightFadeParameters } from './schema';

/** Nothing has to be prepared. */
export type StraightFadeData = StraightFadeParameters;
/** The parameters as they are. */
export const prepareStraightFade = (parameters: StraightFadeParameters): StraightFadeData => parameters;

/** Smooth at both ends: 3t² - 2t³ along the way from the second point to the first. */
export function rasteriseStraightFade(
  { fromX, fromY, toX, toY }: StraightFadeData,
  region: Region,
  out: Float32Array,
): void {
  const across = region.width / region.outWidth;
  const down = region.height / region.outHeight;
  const wayX = fromX - toX;
  const wayY = fromY - toY;
  const square = wayX * wayX + wayY * wayY;
  if (square === 0) return;
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    const y = region.y + (row + 0.5) * down;
    for (let column = 0; column < region.outWidth; column++, i++) {
      const x = region.x + (column + 0.5) * across;
      out[i] = smoothstep(((x - toX) * wayX + (y - toY) * wayY) / square);
    }
  }
}
