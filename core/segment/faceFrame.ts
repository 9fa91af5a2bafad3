import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { FACE_OVAL } from './landmarkGroups';
import { WIDTH_OF_HEIGHT } from './detectParameters';

/**
 * A frame that turns and grows with a face: u from the sitter's right to the left, v from brow to chin, in
 * face widths, about the bridge of the nose.
 */
export interface FaceFrame {
  /** one unit in pixels of the photo */
  readonly unit: number;
  readonly tiltRadians: number;
  readonly origin: LandmarkPoint;
  /** u, v of the tip of the chin */
  readonly chin: LandmarkPoint;
  /** u, v of the middle of the hairline as the mesh sees it */
  readonly top: LandmarkPoint;
  /** the face oval in u, v, every second point */
  readonly oval: readonly LandmarkPoint[];
}

const BRIDGE = 168;
const CHIN = 152;
const TOP = 10;
const RIGHT_SIDE = 234;
const LEFT_SIDE = 454;

/** The upright frame of a face, from its mesh. */
export function faceFrame({ points, tiltRadians }: FaceLandmarks): FaceFrame {
  const across = distance(points[RIGHT_SIDE]!, points[LEFT_SIDE]!);
  const down = distance(points[TOP]!, points[CHIN]!);
  const frame = { unit: Math.max(across, WIDTH_OF_HEIGHT * down), tiltRadians, origin: points[BRIDGE]! };
  const at = (index: number) => imageToFace(frame, points[index]!);
  return { ...frame, chin: at(CHIN), top: at(TOP), oval: FACE_OVAL.map(at).filter((_, i) => i % 2 === 0) };
}

/** u, v of a point of the photo. */
export function imageToFace(
  { unit, tiltRadians, origin }: Pick<FaceFrame, 'unit' | 'tiltRadians' | 'origin'>,
  [x, y]: LandmarkPoint,
): LandmarkPoint {
  const across = (x - origin[0]) / unit;
  const down = (y - origin[1]) / unit;
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  return [across * cos + down * sin, down * cos - across * sin];
}

/** The point of the photo at u, v. */
export function faceToImage(
  { unit, tiltRadians, origin }: Pick<FaceFrame, 'unit' | 'tiltRadians' | 'origin'>,
  [u, v]: LandmarkPoint,
): LandmarkPoint {
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  return [origin[0] + unit * (u * cos - v * sin), origin[1] + unit * (u * sin + v * cos)];
}

function distance(first: LandmarkPoint, second: LandmarkPoint): number {
  return Math.hypot(first[0] - second[0], first[1] - second[1]);
}

/** Distance of a point to the outline of a polygon; negative inside. */
export function signedDistance([x, y]: LandmarkPoint, polygon: readonly LandmarkPoint[]): number {
  let least = Infinity;
  let inside = false;
  for (let i = 0, j = polygon.length - 1; i < polygon.length; j = i++) {
    const [ax, ay] = polygon[i]!;
    const [bx, by] = polygon[j]!;
    const dx = bx - ax;
    const dy = by - ay;
    // clampUnit, written out: every pixel of a window asks every edge.
    const share = ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1);
    const along = Math.min(1, Math.max(0, share));
    least = Math.min(least, (x - ax - along * dx) ** 2 + (y - ay - along * dy) ** 2);
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) inside = !inside;
  }
  return (inside ? -1 : 1) * Math.sqrt(least);
}
