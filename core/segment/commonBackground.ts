import type { Region } from '../raster/raster';
import type { BodyBeyond } from './bodyBeyond';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { headDistance } from './headClasses';
import { pixelAt, pixelCentre } from '../raster/raster';
import type { PersonMap } from './personMap';
import { VIEWS_MEETING } from './headParameters';

/** The background as one sitter's surroundings show it, and the silhouette beyond them. */
export interface Ground {
  readonly frame: FaceFrame;
  readonly region: Region;
  readonly background: Float32Array;
  readonly person: PersonMap;
  /** the same beyond the surroundings of the head; undefined where these reach the frame */
  readonly beyond: BodyBeyond | undefined;
}

/**
 * The background of the whole photo: as the view of the sitter who is nearest says; no person beyond their
 * surroundings.
 * @param region of the whole photo
 * @returns coverage 0..1
 */
export function commonBackground(region: Region, grounds: readonly Ground[]): Float32Array {
  const coverage = new Float32Array(region.outWidth * region.outHeight);
  if (grounds.length === 1) {
    fillFrom(grounds[0]!, region, coverage);
    return coverage;
  }
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    for (let column = 0; column < region.outWidth; column++, i++) {
      const point = pixelCentre(region, column, row);
      let sum = 0;
      let weights = 0;
      for (const ground of grounds) {
        const weight = Math.exp(-headDistance(ground.frame, point) / VIEWS_MEETING) + 1e-30;
        sum += weight * groundAt(ground, point);
        weights += weight;
      }
      coverage[i] = sum / weights;
    }
  }
  return coverage;
}

/** As one sitter's surroundings say: where they reach, place by place without asking each. */
function fillFrom(ground: Ground, region: Region, coverage: Float32Array): void {
  const { x, y, width, height, outWidth, outHeight } = ground.region;
  const columnOf = Int32Array.from({ length: region.outWidth }, (_, column) =>
    Math.floor(((pixelCentre(region, column, 0)[0] - x) * outWidth) / width),
  );
  for (let row = 0, i = 0; row < region.outHeight; row++) {
    const own = Math.floor(((pixelCentre(region, 0, row)[1] - y) * outHeight) / height);
    for (let column = 0; column < region.outWidth; column++, i++) {
      const at = columnOf[column]!;
      coverage[i] =
        own >= 0 && own < outHeight && at >= 0 && at < outWidth
          ? ground.background[own * outWidth + at]!
          : groundAt(ground, pixelCentre(region, column, row));
    }
  }
}

function groundAt({ region, background, person, beyond }: Ground, point: LandmarkPoint): number {
  return (
    valueAt(region, background, point) ??
    (beyond && valueAt(beyond.region, beyond.background, point)) ??
    1 - person(point)
  );
}

/** A plane's value at a point of the photo; undefined where the plane does not reach. */
function valueAt(region: Region, plane: Float32Array, point: LandmarkPoint): number | undefined {
  const at = pixelAt(region, point);
  return at === undefined ? undefined : plane[at];
}
