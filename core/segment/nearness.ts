import { sigmoid } from '../math/sigmoid';
import { imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { FAR_BEHIND, FAR_FROM_FACE, SITTERS_MEETING } from './headParameters';
import { signedDistance } from './outline';

/**
 * How far a place of a person is this sitter's: whose head is nearer, in its own widths. Asked of places one beside
 * the other, it mostly looks at one other sitter.
 */
export function ownShare(frame: FaceFrame, others: readonly FaceFrame[]): (point: LandmarkPoint) => number {
  let rival = others[0];
  return (point) => {
    if (!rival) return 1;
    const own = headDistance(frame, point);
    let nearest = headDistance(rival, point);
    if (own - nearest > FAR_BEHIND * SITTERS_MEETING) return 0;
    for (const other of others) {
      const distance = headDistance(other, point);
      if (distance < nearest) [nearest, rival] = [distance, other];
    }
    return sigmoid((nearest - own) / SITTERS_MEETING);
  };
}

/**
 * How far a point of the photo lies from the middle line of a sitter's head and body, face widths: from the face's
 * oval upward and aside, negative inside it; little downward.
 */
export function headDistance(frame: FaceFrame, point: LandmarkPoint): number {
  const [u, v] = imageToFace(frame, point);
  const below = v - frame.chin[1];
  // Square roots, written out: every pixel asks every sitter, and `hypot` takes ten times as long.
  if (below > 0) {
    const aside = Math.max(0, Math.abs(u - frame.chin[0]) - 0.5);
    return Math.sqrt(aside * aside + 0.16 * below * below);
  }
  const far = Math.sqrt(u * u + v * v) - FAR_FROM_FACE;
  // Far out the oval counts as a circle.
  return far > FAR_FROM_FACE ? far : signedDistance(u, v, frame.oval);
}
