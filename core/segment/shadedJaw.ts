import { quantile } from '../math/quantile';
import { isAnywhere } from '../raster/mapPlane';
import { pixelCentre } from '../raster/raster';
import { imageToFace } from './faceFrame';
import type { HeadGrid } from './headGrid';
import { FACE_SKIN, SHADE_CHIN, SHADE_ROUGH, SHADE_ROUGHER, SHADE_TOLD, SURE_CHIN } from './headParameters';
import { signedDistance } from './outline';

/**
 * Gives back to the skin what the parser takes for a beard, where it is a jaw in shade: a beard is surely seen on the
 * chin, or is rougher than skin.
 * @param grids the same head at several sizes; the first one tells, all are changed
 */
export function shadeIsSkin(grids: readonly HeadGrid[]): void {
  const [first] = grids;
  if (!first || !isAnywhere(first.parsed.shares.beard) || isBeard(first)) return;
  for (const { parsed } of grids) {
    const { skin, beard } = parsed.shares;
    for (let i = 0; i < skin.length; i++) skin[i]! += beard[i]!;
    beard.fill(0);
  }
}

function isBeard({ region, frame, parsed, rough }: HeadGrid): boolean {
  const { beard, skin } = parsed.shares;
  const [onBeard, onSkin]: [number[], number[]] = [[], []];
  let onChin = 0;
  for (let row = 0, i = 0; row < region.outHeight; row++)
    for (let column = 0; column < region.outWidth; column++, i++) {
      if (skin[i]! > FACE_SKIN) onSkin.push(rough[i]!);
      if (beard[i]! > SHADE_TOLD) onBeard.push(rough[i]!);
      if (beard[i]! <= onChin) continue;
      const [u, v] = imageToFace(frame, pixelCentre(region, column, row));
      const isChin = Math.abs(u) < 0.2 && v > 0.3 && signedDistance(u, v, frame.oval) < -0.05;
      if (isChin) onChin = beard[i]!;
    }
  const rougher = (quantile(onBeard, 0.5) ?? 0) - (quantile(onSkin, 0.5) ?? 0);
  return onChin > SURE_CHIN || (onChin > SHADE_CHIN && rougher > SHADE_ROUGH) || rougher > SHADE_ROUGHER;
}
