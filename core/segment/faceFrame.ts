import { distance } from '../math/distance';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { FACE_OVAL } from './landmarkGroups';
import { WIDTH_OF_HEIGHT } from './detectParameters';
import { outlineOf } from './outline';
import type { Outline } from './outline';

/**
 * A frame that turns and grows with a face: u from the sitter's right to the left, v from brow to chin, in
 * face widths, about the bridge of the nose.
 */
export interface FaceFrame {
  /** one unit in pixels of the photo */
  readonly unit: number;
  readonly tiltRadians: number;
  /** of the tilt */
  readonly cos: number;
  readonly sin: number;
  readonly origin: LandmarkPoint;
  /** u, v of the tip of the chin */
  readonly chin: LandmarkPoint;
  /** u, v of the middle of the hairline as the mesh sees it */
  readonly top: LandmarkPoint;
  /** the face oval in u, v, every second point */
  readonly oval: Outline;
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
  const frame = {
    unit: Math.max(across, WIDTH_OF_HEIGHT * down),
    tiltRadians,
    cos: Math.cos(tiltRadians),
    sin: Math.sin(tiltRadians),
    origin: points[BRIDGE]!,
  };
  const at = (index: number) => imageToFace(frame, points[index]!);
  return {
    ...frame,
    chin: at(CHIN),
    top: at(TOP),
    oval: outlineOf(FACE_OVAL.filter((_, i) => i % 2 === 0).map(at)),
  };
}

/** What of a frame says where points lie in it. */
type Placing = Pick<FaceFrame, 'unit' | 'cos' | 'sin' | 'origin'>;

/** u, v of a point of the photo. */
export function imageToFace({ unit, cos, sin, origin }: Placing, [x, y]: LandmarkPoint): LandmarkPoint {
  const across = (x - origin[0]) / unit;
  const down = (y - origin[1]) / unit;
  return [across * cos + down * sin, down * cos - across * sin];
}

/** The point of the photo at u, v. */
export function faceToImage({ unit, cos, sin, origin }: Placing, [u, v]: LandmarkPoint): LandmarkPoint {
  return [origin[0] + unit * (u * cos - v * sin), origin[1] + unit * (u * sin + v * cos)];
}
