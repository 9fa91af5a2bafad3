import type { Sitter } from './schema';

type Point = readonly [x: number, y: number];

/** How places of one photo lie in another. */
export interface PlaceMove {
  /** of lengths */
  readonly scale: number;
  /** where a point of the one lies in the other, pixels of the photos */
  place(x: number, y: number): Point;
}

/** Places beside the points of a face follow those near them: the nearer, the more, in faces' widths. */
const NEAR = 0.04;

/**
 * Where places about one face lie about another. Each place goes by the similarity that fits the face's points
 * best, those near it counting most; without points of both, by the boxes of the faces.
 * @see Schaefer, McPhail and Warren 2006, "Image deformation using moving least squares", for the similarity
 */
export function moveByFace(
  from: Pick<Sitter, 'face' | 'points'>,
  to: Pick<Sitter, 'face' | 'points'>,
): PlaceMove {
  const boxes = moveByBoxes(from.face, to.face);
  if (from.points.length === 0 || from.points.length !== to.points.length) return boxes;
  const near = (NEAR * from.face.width) ** 2;
  const at = (x: number, y: number) => similarityAt(from.points, to.points, [x, y], near);
  const { turn } = similarityAt(from.points, to.points, from.points[0]!, Infinity);
  return { scale: Math.hypot(...turn), place: (x, y) => at(x, y).place };
}

/** Places keep their share of the frame, lengths that of its diagonal. */
export function moveByFrame(from: Frame, to: Frame): PlaceMove {
  return {
    scale: Math.hypot(to.width, to.height) / Math.hypot(from.width, from.height),
    place: (x, y) => [(x * to.width) / from.width, (y * to.height) / from.height],
  };
}
interface Frame {
  readonly width: number;
  readonly height: number;
}

function moveByBoxes(from: Sitter['face'], to: Sitter['face']): PlaceMove {
  const scale = to.height / from.height;
  return {
    scale,
    place: (x, y) => [
      to.x + to.width / 2 + scale * (x - from.x - from.width / 2),
      to.y + scale * (y - from.y),
    ],
  };
}

/**
 * The similarity that fits weighted pairs of points best: weights fall with the square of the distance to a place.
 * @param near squared distance within which weights no longer rise; infinite: all weigh alike
 */
function similarityAt(from: readonly Point[], to: readonly Point[], [x, y]: Point, near: number) {
  const weights = from.map(([px, py]) =>
    near === Infinity ? 1 : 1 / ((px - x) ** 2 + (py - y) ** 2 + near) ** 2,
  );
  const sum = weights.reduce((total, weight) => total + weight, 0);
  const centre = (points: readonly Point[]): Point => [
    points.reduce((total, [px], i) => total + weights[i]! * px, 0) / sum,
    points.reduce((total, [, py], i) => total + weights[i]! * py, 0) / sum,
  ];
  const [fx, fy] = centre(from);
  const [tx, ty] = centre(to);
  let along = 0;
  let across = 0;
  let size = 0;
  from.forEach(([px, py], i) => {
    const [ax, ay] = [px - fx, py - fy];
    const [bx, by] = [to[i]![0] - tx, to[i]![1] - ty];
    along += weights[i]! * (ax * bx + ay * by);
    across += weights[i]! * (ax * by - ay * bx);
    size += weights[i]! * (ax * ax + ay * ay);
  });
  const turn: Point = size > 0 ? [along / size, across / size] : [1, 0];
  const [ox, oy] = [x - fx, y - fy];
  return {
    turn,
    place: [tx + turn[0] * ox - turn[1] * oy, ty + turn[1] * ox + turn[0] * oy] as Point,
  };
}
