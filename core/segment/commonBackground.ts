import type { Region } from '../raster/raster';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { headDistance } from './headClasses';
import { pixelCentre } from './headGrid';
import type { PersonMap } from './headGrid';
import { VIEWS_MEETING } from './headParameters';

/** The background as one sitter's surroundings show it, and the silhouette beyond them. */
export interface Ground {
  readonly frame: FaceFrame;
  readonly region: Region;
  readonly background: Float32Array;
  readonly person: PersonMap;
}

/**
 * The background of the whole photo: as the view of the sitter who is nearest says; no person beyond their
 * surroundings.
 * @param region of the whole photo
 * @returns coverage 0..1
 */
export function commonBackground(region: Region, grounds: readonly Ground[]): Float32Array {
  const coverage = new Float32Array(region.outWidth * region.outHeight);
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const point = pixelCentre(region, column, row);
      let sum = 0;
      let weights = 0;
      for (const ground of grounds) {
        const weight =
          grounds.length === 1
            ? 1
            : Math.exp(-headDistance(ground.frame, point).toHead / VIEWS_MEETING) + 1e-30;
        sum += weight * groundAt(ground, point);
        weights += weight;
      }
      coverage[i] = sum / weights;
    }
  }
  return coverage;
}

function groundAt({ region, background, person }: Ground, [x, y]: LandmarkPoint): number {
  const column = Math.floor(((x - region.x) * region.outWidth) / region.width);
  const row = Math.floor(((y - region.y) * region.outHeight) / region.height);
  const inside = column >= 0 && row >= 0 && column < region.outWidth && row < region.outHeight;
  return inside ? background[row * region.outWidth + column]! : 1 - person([x, y]);
}
