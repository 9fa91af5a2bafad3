import { distance } from '../math/distance';
import type { FaceBox, FacePoint } from './detectFaces';
import {
  HIGHER,
  LEAST_CONFIDENCE,
  LEAST_TURNED,
  MESH_ROOM,
  MOST_OFF_MARKS,
  MOST_OFF_SURE,
  OFF_COSTS,
  TURNED_EYES,
  TURNED_SCORE,
  TURNED_SHIFT,
  TURNED_ROOM,
  WIDER_ROOMS,
} from './detectParameters';
import type { TurnedSquare } from './turnedCrop';

const NOSE = 1;

/** The points of a face's mesh, pixels of the photo, and how sure it is: a logit of the network. */
interface FittedMesh {
  readonly points: readonly FacePoint[];
  readonly confidence: number;
}

/**
 * Whether a face is seen from its side: its eyes are near each other for how far the mouth is from them. There the
 * mesh network is as doubtful as where there is no face, and the detector's marks tell whether its mesh lies well.
 */
export function isTurnedAway({ marks: { eyes, mouth } }: FaceBox): boolean {
  return distance(...eyes) < TURNED_EYES * distance(middle(eyes), mouth);
}

/** Squares in which the mesh is looked for: a profile lies at either side of the detector's, as upright as its marks. */
export function turnedStarts({
  centreX,
  centreY,
  side,
  tiltRadians,
  marks: { eyes, mouth },
}: FaceBox): TurnedSquare[] {
  const [x, y] = middle(eyes);
  // The line from eye to eye says little where they lie on each other.
  const upright = Math.atan2(x - mouth[0], mouth[1] - y);
  return [tiltRadians, upright].flatMap((tilt) =>
    [TURNED_ROOM, MESH_ROOM].flatMap((room) =>
      [-TURNED_SHIFT, 0, TURNED_SHIFT].map((shift) => ({
        centreX: centreX + shift * side * Math.cos(tilt),
        centreY: centreY + shift * side * Math.sin(tilt),
        side: room * side,
        tiltRadians: tilt,
      })),
    ),
  );
}

/** Squares in which the mesh is looked for once more where it lies off the detector's marks: larger, and higher. */
export function widerStarts({ centreX, centreY, side, tiltRadians }: FaceBox): TurnedSquare[] {
  return WIDER_ROOMS.flatMap((room) =>
    HIGHER.map((up) => ({
      centreX: centreX + up * side * Math.sin(tiltRadians),
      centreY: centreY - up * side * Math.cos(tiltRadians),
      side: room * side,
      tiltRadians,
    })),
  );
}

/** The mesh of which the network is surest, of the first and of those whose nose lies near the box: others are of neighbours. */
export function surest<Mesh extends FittedMesh>(first: Mesh, others: readonly Mesh[], box: FaceBox): Mesh {
  return others
    .filter(({ points }) => distance(points[NOSE]!, [box.centreX, box.centreY]) < box.side)
    .reduce((best, mesh) => (mesh.confidence > best.confidence ? mesh : best), first);
}

/** Of several meshes of a face that is turned away the surest that lies on the marks; undefined when it is no face. */
export function bestTurned<Mesh extends FittedMesh>(meshes: readonly Mesh[], box: FaceBox): Mesh | undefined {
  const worth = (mesh: Mesh) => mesh.confidence - OFF_COSTS * offMarks(mesh, box);
  const best = meshes.toSorted((p, q) => worth(q) - worth(p))[0];
  if (!best) return undefined;
  const off = offMarks(best, box);
  if (best.confidence >= LEAST_CONFIDENCE) return off <= MOST_OFF_SURE ? best : undefined;
  const isFace = box.score >= TURNED_SCORE && best.confidence >= LEAST_TURNED && off <= MOST_OFF_MARKS;
  return isFace ? best : undefined;
}

/** How far eyes, nose and mouth of a mesh lie from the detector's marks, on the mean, sides of its box. */
export function offMarks({ points }: FittedMesh, { side, marks }: FaceBox): number {
  const at = (...indices: readonly number[]) => middle(indices.map((index) => points[index]!));
  const off =
    distance(at(33, 133, 263, 362), middle(marks.eyes)) +
    distance(points[NOSE]!, marks.nose) +
    distance(at(13, 14), marks.mouth);
  return off / (3 * side);
}

function middle(points: readonly FacePoint[]): FacePoint {
  const sum = (axis: 0 | 1) => points.reduce((total, point) => total + point[axis], 0);
  return [sum(0) / points.length, sum(1) / points.length];
}
