import { readField } from '../raster/field';
import type { Field } from '../raster/field';
import type { Sitter } from './schema';

type Point = readonly [x: number, y: number];

/** How places of one photo lie in another. */
export interface PlaceMove {
  /** of lengths */
  readonly scale: number;
  /** where a point of the one lies in the other, pixels of the photos */
  place(x: number, y: number): Point;
}

/** Places follow the face's points near them, in faces' widths: so near they all count alike, */
const NEAR = 0.04;
/** and so far they count as much as the whole head, which turns less than what is in the face. */
const FAR = 0.25;

/**
 * Where places about one face lie about another. In the face each place goes by the affine map that fits the points
 * near it best; beyond it more and more as the whole head does; without points of both by the boxes of the faces.
 * @see Schaefer, McPhail and Warren 2006, "Image deformation using moving least squares"
 */
export function moveByFace(
  from: Pick<Sitter, 'face' | 'points'>,
  to: Pick<Sitter, 'face' | 'points'>,
): PlaceMove {
  if (from.points.length === 0 || from.points.length !== to.points.length)
    return headMove({ box: from.face, turn: [1, 0] }, to.face);
  const turn = turnBetween(from.points, to.points);
  const upright = to.points.map((point) => turned(point, [turn[0], -turn[1]]));
  const head = headMove({ box: boxOf(from.points), turn }, boxOf(upright));
  const near = (NEAR * from.face.width) ** 2;
  const far = 1 / ((FAR * from.face.width) ** 2 + near) ** 2;
  const weights = new Float64Array(from.points.length);
  return {
    scale: head.scale,
    place: (x, y) => {
      let sum = far;
      for (let i = 0; i < weights.length; i++) {
        const [px, py] = from.points[i]!;
        const distance = (px - x) * (px - x) + (py - y) * (py - y) + near;
        sum += weights[i] = 1 / (distance * distance);
      }
      const share = far / sum;
      const [nearX, nearY] = affineAt(from.points, to.points, weights, [x, y]);
      const [farX, farY] = head.place(x, y);
      return [nearX + share * (farX - nearX), nearY + share * (farY - nearY)];
    },
  };
}

/** A move whose places are then shifted by fields over the photo that they come from. @param shifts pixels, x and y */
export function shiftedMove({ scale, place }: PlaceMove, shifts: readonly Field[]): PlaceMove {
  const shift = new Float32Array(2);
  return {
    scale,
    place: (x, y) =>
      shifts.reduce<Point>(
        (at, field) => {
          readField(field, x, y, shift);
          return [at[0] + shift[0]!, at[1] + shift[1]!];
        },
        place(x, y),
      ),
  };
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

interface Box extends Frame {
  readonly x: number;
  readonly y: number;
}

/** As a head goes from box to box, then turned. @param turn cosine and sine */
function headMove({ box: from, turn }: { readonly box: Box; readonly turn: Point }, to: Box): PlaceMove {
  const scale = to.height / from.height;
  return {
    scale,
    place: (x, y) =>
      turned(
        [
          to.x + to.width / 2 + scale * (x - from.x - from.width / 2),
          to.y + to.height / 2 + scale * (y - from.y - from.height / 2),
        ],
        turn,
      ),
  };
}

const turned = ([x, y]: Point, [cos, sin]: Point): Point => [cos * x - sin * y, sin * x + cos * y];

function boxOf(points: readonly Point[]): Box {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** Cosine and sine of the turn that takes points nearest to others (least squares). */
function turnBetween(from: readonly Point[], to: readonly Point[]): Point {
  const { xx, xy, yx, yy } = moments(
    from,
    to,
    from.map(() => 1),
  );
  const [along, across] = [xx + yy, xy - yx];
  const size = Math.hypot(along, across);
  return size > 0 ? [along / size, across / size] : [1, 0];
}

/** Weighted middles of pairs of points, and the sums of products of their distances from these. */
function moments(from: readonly Point[], to: readonly Point[], weights: ArrayLike<number>) {
  let [sum, hereX, hereY, thereX, thereY] = [0, 0, 0, 0, 0];
  for (let i = 0; i < from.length; i++) {
    const weight = weights[i]!;
    sum += weight;
    hereX += weight * from[i]![0];
    hereY += weight * from[i]![1];
    thereX += weight * to[i]![0];
    thereY += weight * to[i]![1];
  }
  const here: Point = [hereX / sum, hereY / sum];
  const there: Point = [thereX / sum, thereY / sum];
  const own = { xx: 0, xy: 0, yy: 0 };
  const both = { xx: 0, xy: 0, yx: 0, yy: 0 };
  for (let i = 0; i < from.length; i++) {
    const [x, y] = [from[i]![0] - here[0], from[i]![1] - here[1]];
    const [u, v] = [to[i]![0] - there[0], to[i]![1] - there[1]];
    const weight = weights[i]! / sum;
    own.xx += weight * x * x;
    own.xy += weight * x * y;
    own.yy += weight * y * y;
    both.xx += weight * x * u;
    both.xy += weight * x * v;
    both.yx += weight * y * u;
    both.yy += weight * y * v;
  }
  return { here, there, own, ...both };
}

/** A place by the affine map that fits weighted pairs of points best; points on one line shift it alone. */
function affineAt(
  from: readonly Point[],
  to: readonly Point[],
  weights: ArrayLike<number>,
  [x, y]: Point,
): Point {
  const { here, there, own, xx, xy, yx, yy } = moments(from, to, weights);
  const determinant = own.xx * own.yy - own.xy ** 2;
  const [px, py] = [x - here[0], y - here[1]];
  if (determinant < 1e-9 * (own.xx + own.yy) ** 2) return [there[0] + px, there[1] + py];
  const a = (xx * own.yy - yx * own.xy) / determinant;
  const b = (yx * own.xx - xx * own.xy) / determinant;
  const c = (xy * own.yy - yy * own.xy) / determinant;
  const d = (yy * own.xx - xy * own.xy) / determinant;
  return [there[0] + a * px + b * py, there[1] + c * px + d * py];
}
