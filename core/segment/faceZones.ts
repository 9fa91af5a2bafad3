import { clamp, clampUnit } from '../math/clamp';
import { convexHull } from '../math/convexHull';
import { boxMeansTwice } from '../raster/boxMeans';
import { mapPlane } from '../raster/mapPlane';
import { polygonCoverage } from '../raster/polygonCoverage';
import { pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import { faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import {
  FACE_BORDER_REACH,
  FACE_CORE,
  FACE_CORE_TOP,
  FACE_PARSED,
  FACE_SHARPNESS,
  FEATURE_MARGIN,
  HAIR_OVER_ALL,
  HAIR_OVER_FROM,
  OVAL_SHORT,
} from './featureParameters';
import type { AtPoint } from './headParser';
import { BROW_LOOPS, EYE_LOOPS, FACE_OVAL, LIPS_OUTER } from './landmarkGroups';
import { NEARLY_ALL, NEARLY_NONE } from './strandParameters';

/**
 * How much of the skin at each place is the face's own, 0..1, and not the neck's or an ear's: by the mesh's oval, and
 * near its border, where a turned cheek or a jaw goes on beyond it, by what the parser says too.
 * @param faceAt 0..1, how much of the skin at a point of the photo is the face's by the parser
 */
export function faceShares(
  landmarks: FaceLandmarks,
  frame: FaceFrame,
  region: Region,
  faceAt: AtPoint,
): Float32Array {
  const { width, outWidth, outHeight } = region;
  const inOval = boxMeansTwice(facePolygon(landmarks, frame, region), {
    channels: 1,
    width: outWidth,
    height: outHeight,
    radius: Math.ceil((FACE_BORDER_REACH * frame.unit * outWidth) / width),
  });
  return mapPlane(inOval, (oval, i) => {
    if (oval < NEARLY_NONE) return 0;
    if (oval > NEARLY_ALL) return 1;
    const told = clamp(
      faceAt(pixelCentre(region, i % outWidth, Math.floor(i / outWidth))),
      NEARLY_NONE,
      NEARLY_ALL,
    );
    const odds = (oval / (1 - oval)) * (told / (1 - told)) ** FACE_PARSED;
    return 1 / (1 + odds ** -FACE_SHARPNESS);
  });
}

/** What the mesh covers, the nose of a face seen from its side too; upward it goes on to the hairline. */
function facePolygon({ points }: FaceLandmarks, frame: FaceFrame, region: Region): Float32Array {
  const loop = convexHull(points).map((point): LandmarkPoint => {
    const [u, v] = imageToFace(frame, point);
    const length = Math.hypot(u, v) || 1;
    const far = v < 0 ? Math.min(1, -3 * v) : 0;
    const down = v > frame.chin[1] - 0.15 ? 0.4 * OVAL_SHORT : OVAL_SHORT;
    return faceToImage(frame, [u + (u / length) * OVAL_SHORT + u * far, v + (v / length) * down + v * far]);
  });
  return polygonCoverage([toRegion(region, loop)], region.outWidth, region.outHeight);
}

/** How far hair hangs over a place of which the parser is so sure that it is hair, 0..1. */
export function hairOver(sure: number): number {
  return clampUnit((sure - HAIR_OVER_FROM) / (HAIR_OVER_ALL - HAIR_OVER_FROM));
}

/** How sure the parser is of hair at a point of the photo, 0..1, and the most of that near it. */
interface HairTold {
  readonly at: AtPoint;
  readonly near: AtPoint;
}

/**
 * Eyes, brows and mouth with a little around them, and the middle of the face, as far as no hair hangs over them. What
 * looks like hair in its middle is hair where some hangs near: strands are finer than the parser sees.
 */
export function featureZones(
  { points }: FaceLandmarks,
  frame: FaceFrame,
  region: Region,
  hair: HairTold,
): Float32Array {
  const loops = [EYE_LOOPS.right, EYE_LOOPS.left, BROW_LOOPS.right, BROW_LOOPS.left, LIPS_OUTER].map(
    (indices) =>
      swell(
        indices.map((index) => points[index]!),
        FEATURE_MARGIN * frame.unit,
      ),
  );
  const zones = polygonCoverage(
    loops.map((loop) => sunwise(toRegion(region, loop))),
    region.outWidth,
    region.outHeight,
  );
  const oval = FACE_OVAL.map((index) => points[index]!);
  const face = polygonCoverage([toRegion(region, oval)], region.outWidth, region.outHeight);
  // Below the brows and well inside the face nothing hangs.
  const core = polygonCoverage(
    [
      toRegion(
        region,
        oval.map((point): LandmarkPoint => {
          const [u, v] = imageToFace(frame, point);
          const shrink = 1 - FACE_CORE / (Math.hypot(u, v) || 1);
          return faceToImage(frame, [u * shrink, Math.max(FACE_CORE_TOP, v * shrink)]);
        }),
      ),
    ],
    region.outWidth,
    region.outHeight,
  );
  return mapPlane(face, (inFace, i) => {
    const zone = inFace * zones[i]!;
    if (zone === 0 && core[i] === 0) return 0;
    const point = pixelCentre(region, i % region.outWidth, Math.floor(i / region.outWidth));
    return Math.max(
      zone && zone * (1 - hairOver(hair.at(point))),
      core[i]! && core[i]! * (1 - hairOver(hair.near(point))),
    );
  });
}

/** A loop in the one direction, so that loops that overlap add up rather than cancel. */
function sunwise(loop: readonly LandmarkPoint[]): readonly LandmarkPoint[] {
  const twice = loop.reduce(
    (sum, [x, y], i) => sum + x * loop[(i + 1) % loop.length]![1] - loop[(i + 1) % loop.length]![0] * y,
    0,
  );
  return twice < 0 ? loop.toReversed() : loop;
}

/** A loop moved outward from its middle by a distance. */
function swell(loop: readonly LandmarkPoint[], by: number): LandmarkPoint[] {
  const middle = loop.reduce(([x, y], [px, py]) => [x + px / loop.length, y + py / loop.length], [
    0, 0,
  ] as readonly [number, number]);
  return loop.map(([x, y]) => {
    const dx = x - middle[0];
    const dy = y - middle[1];
    const length = Math.hypot(dx, dy) || 1;
    return [x + (dx / length) * by, y + (dy / length) * by];
  });
}

function toRegion(region: Region, loop: readonly LandmarkPoint[]): LandmarkPoint[] {
  const scale = region.outWidth / region.width;
  return loop.map(([x, y]) => [(x - region.x) * scale, (y - region.y) * scale]);
}
