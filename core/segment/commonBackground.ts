import type { Region } from '../raster/raster';
import type { BodyBeyond } from './bodyBeyond';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { headDistance } from './nearness';
import { columnsIn, pixelAt, pixelCentre, rowIn } from '../raster/raster';
import { personMap } from './personMap';
import type { PersonAnswers, PersonMap } from './personMap';
import { LEAST_NEARNESS, NEARNESS_CELL, VIEWS_MEETING } from './headParameters';
import { resizePlane } from './planes';
import type { PlaneWindow } from './planes';

/** The background as one sitter's surroundings show it, and the silhouette beyond them. */
export interface Ground {
  readonly frame: FaceFrame;
  readonly region: Region;
  readonly background: Float32Array;
  readonly answers: PersonAnswers;
  /** the same beyond the surroundings of the head; undefined where these reach the frame */
  readonly beyond: Pick<BodyBeyond, 'region' | 'background'> | undefined;
}

/**
 * The background of the whole photo: as the view of the sitter who is nearest says; no person beyond their
 * surroundings.
 * @param region of the whole photo
 * @returns coverage 0..1
 */
export function commonBackground(region: Region, grounds: readonly Ground[]): Float32Array {
  const coverage = new Float32Array(region.outWidth * region.outHeight);
  const cells = {
    ...region,
    outWidth: Math.ceil(region.outWidth / NEARNESS_CELL),
    outHeight: Math.ceil(region.outHeight / NEARNESS_CELL),
  };
  const nearness = grounds.length > 1 ? nearnesses(cells, grounds) : undefined;
  grounds.forEach((ground, n) => {
    const window = nearness
      ? countingWindow(nearness[n]!, cells, region)
      : { left: 0, top: 0, width: region.outWidth, height: region.outHeight };
    const counts =
      nearness &&
      resizePlane(
        nearness[n]!,
        {
          width: cells.outWidth,
          height: cells.outHeight,
          newWidth: region.outWidth,
          newHeight: region.outHeight,
        },
        window,
      );
    addGround(ground, region, { window, counts }, coverage);
  });
  return coverage;
}

/** Where a plane of cells, bilinear on the pixels of a region, is other than 0. */
function countingWindow(plane: Float32Array, cells: Region, region: Region): PlaneWindow {
  let [left, top, right, bottom] = [Infinity, Infinity, -Infinity, -Infinity];
  for (let row = 0, i = 0; row < cells.outHeight; row++)
    for (let column = 0; column < cells.outWidth; column++, i++) {
      if (plane[i] === 0) continue;
      left = Math.min(left, column);
      right = Math.max(right, column);
      top = Math.min(top, row);
      bottom = row;
    }
  if (bottom < 0) return { left: 0, top: 0, width: 0, height: 0 };
  // From the middle of the cell before to that of the cell behind.
  const [across, down] = [region.outWidth / cells.outWidth, region.outHeight / cells.outHeight];
  const first = (cell: number, scale: number) => Math.max(0, Math.floor((cell - 0.5) * scale - 0.5));
  const behind = (cell: number, scale: number, end: number) =>
    Math.min(end, Math.ceil((cell + 1.5) * scale + 0.5));
  const [x, y] = [first(left, across), first(top, down)];
  return {
    left: x,
    top: y,
    width: behind(right, across, region.outWidth) - x,
    height: behind(bottom, down, region.outHeight) - y,
  };
}

/** How far each sitter's view counts at each place, 0..1, all together 1; it runs smoothly. */
function nearnesses(cells: Region, grounds: readonly Ground[]): Float32Array[] {
  const planes = grounds.map(() => new Float32Array(cells.outWidth * cells.outHeight));
  const weights = new Float64Array(grounds.length);
  for (let row = 0, i = 0; row < cells.outHeight; row++)
    for (let column = 0; column < cells.outWidth; column++, i++) {
      const point = pixelCentre(cells, column, row);
      let nearest = Infinity;
      for (let n = 0; n < grounds.length; n++) {
        weights[n] = headDistance(grounds[n]!.frame, point);
        nearest = Math.min(nearest, weights[n]!);
      }
      let sum = 0;
      for (let n = 0; n < grounds.length; n++) {
        const weight = Math.exp((nearest - weights[n]!) / VIEWS_MEETING);
        weights[n] = weight < LEAST_NEARNESS ? 0 : weight;
        sum += weights[n]!;
      }
      for (let n = 0; n < grounds.length; n++) planes[n]![i] = weights[n]! / sum;
    }
  return planes;
}

/**
 * Adds what one sitter's surroundings say: where they reach, place by place without asking each.
 * @param window where it counts, and how far there, 0..1; in full without that
 */
function addGround(
  ground: Ground,
  region: Region,
  { window, counts }: { readonly window: PlaneWindow; readonly counts: Float32Array | undefined },
  coverage: Float32Array,
): void {
  const person = personMap(ground.answers);
  const columns = columnsIn(ground.region, region);
  for (let row = window.top, n = 0; row < window.top + window.height; row++) {
    const from = rowIn(ground.region, region, row);
    for (let column = window.left; column < window.left + window.width; column++, n++) {
      const weight = counts ? counts[n]! : 1;
      if (weight === 0) continue;
      const across = columns[column]!;
      coverage[row * region.outWidth + column]! +=
        weight *
        (from >= 0 && across >= 0
          ? ground.background[from + across]!
          : groundAt(ground, person, pixelCentre(region, column, row)));
    }
  }
}

function groundAt({ region, background, beyond }: Ground, person: PersonMap, point: LandmarkPoint): number {
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
