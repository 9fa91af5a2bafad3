import { clampUnit } from '../math/clamp';
import { polygonCoverage } from '../raster/polygonCoverage';
import { pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import { faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import {
  FACE_CORE,
  FACE_CORE_TOP,
  FEATURE_MARGIN,
  HAIR_OVER_ALL,
  HAIR_OVER_FROM,
  OVAL_SHORT,
  TURNED_SHORT,
} from './featureParameters';
import { BROW_LOOPS, EYE_LOOPS, FACE_OVAL, LIPS_OUTER } from './landmarkGroups';

/** The face's own skin ends at the jaw and before the ear; upward it goes on to the hairline. */
export function facePolygon({ points }: FaceLandmarks, frame: FaceFrame, region: Region): Float32Array {
  const oval = FACE_OVAL.map((index) => imageToFace(frame, points[index]!));
  const us = oval.map(([u]) => u);
  const left = Math.min(...us);
  const right = Math.max(...us);
  // The nose points to the side that is turned away, where no ear parts the cheek from what lies behind it.
  const turn = (2 * (imageToFace(frame, points[NOSE_TIP]!)[0] - (left + right) / 2)) / (right - left);
  const middle = (left + right) / 2;
  const loop = oval.map(([u, v]): LandmarkPoint => {
    const aside = (2 * (u - middle)) / (right - left);
    const beyond = OVAL_SHORT + TURNED_SHORT * Math.max(0, turn * Math.sign(aside)) * Math.abs(aside);
    const length = Math.hypot(u, v) || 1;
    const far = v < 0 ? Math.min(1, -3 * v) : 0;
    return faceToImage(frame, [
      u + (u / length) * beyond + u * far,
      v + (v / length) * (v > frame.chin[1] - 0.15 ? 0.4 * beyond : beyond) + v * far,
    ]);
  });
  return polygonCoverage([toRegion(region, loop)], region.outWidth, region.outHeight);
}

const NOSE_TIP = 1;

/** How far hair hangs over a place of which the parser is so sure that it is hair, 0..1. */
export function hairOver(sure: number): number {
  return clampUnit((sure - HAIR_OVER_FROM) / (HAIR_OVER_ALL - HAIR_OVER_FROM));
}

/**
 * Eyes, brows and mouth with a little around them, as far as the face goes and no hair hangs over them.
 * @param hairAt 0..1, how sure the parser is of hair at a point of the photo
 */
export function featureZones(
  { points }: FaceLandmarks,
  frame: FaceFrame,
  region: Region,
  hairAt: (point: LandmarkPoint) => number,
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
  for (let i = 0; i < face.length; i++) {
    const zone = Math.max(core[i]!, face[i]! * zones[i]!);
    if (zone > 0) {
      const point = pixelCentre(region, i % region.outWidth, Math.floor(i / region.outWidth));
      face[i] = zone * (1 - hairOver(hairAt(point)));
    } else face[i] = 0;
  }
  return face;
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
