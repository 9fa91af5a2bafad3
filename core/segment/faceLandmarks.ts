import { distance } from '../math/distance';
import type { Pyramid } from '../raster/pyramid';
import type { FaceBox } from './detectFaces';
import { EYE_POINTS, LIP_POINTS } from './landmarkGroups';
import { MESH_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { pointsOfSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';
import { bestTurned, isTurnedAway, offMarks, surest, turnedStarts, widerStarts } from './meshStarts';
import { HIDDEN_SCORE, LEAST_CONFIDENCE, MESH_ROOM, MOST_APART } from './detectParameters';

/** A point of the mesh, pixels of the photo. */
export type LandmarkPoint = readonly [x: number, y: number];

/** Where the network sees an iris, pixels of the photo. */
export interface IrisGuess {
  readonly middle: LandmarkPoint;
  readonly radius: number;
}

/** A face's landmarks in pixels of the photo. */
export interface FaceLandmarks {
  /** 468 points of the mesh, lips and eyes refined */
  readonly points: readonly LandmarkPoint[];
  /** what the network takes the irises for; it is off by up to a fifth of their radius (measured) */
  readonly irises: Readonly<Record<'right' | 'left', IrisGuess>>;
  /** logit of the network */
  readonly confidence: number;
  /** of the line from the right eye to the left */
  readonly tiltRadians: number;
}

/** Whether a mesh is so unsure that only a face turned away is found with it: it says roughly where eyes and mouth are. */
export function isRough({ confidence }: Pick<FaceLandmarks, 'confidence'>): boolean {
  return confidence < LEAST_CONFIDENCE;
}

/**
 * Fits the face mesh twice: the second region comes from the first mesh, tilt included; to a face that is turned away,
 * and where detector and mesh do not agree on where or whether it is, from several starts.
 * @returns undefined when it is no face
 */
export async function faceLandmarks(
  pyramid: Pyramid,
  box: FaceBox,
  networks: FaceNetworks,
): Promise<FaceLandmarks | undefined> {
  const twice = async (square: TurnedSquare) => {
    const first = await fit(pyramid, square, networks);
    return [first, await fit(pyramid, squareAround(first), networks)] as const;
  };
  const fromAll = async (starts: readonly TurnedSquare[]) => {
    const meshes: FaceLandmarks[] = [];
    for (const start of starts) meshes.push(...(await twice(start)));
    return meshes;
  };
  const [, mesh] = await twice({ ...box, side: MESH_ROOM * box.side });
  if (isTurnedAway(box)) {
    const turned = bestTurned(await fromAll(turnedStarts(box)), box);
    if (turned) return turned;
  }
  if (isRough(mesh) && box.score < HIDDEN_SCORE) return undefined;
  const isDoubted = isRough(mesh) || offMarks(mesh, box) > MOST_APART;
  const best = isDoubted ? surest(mesh, await fromAll(widerStarts(box)), box) : mesh;
  return isRough(best) ? undefined : best;
}

async function fit(pyramid: Pyramid, square: TurnedSquare, networks: FaceNetworks): Promise<FaceLandmarks> {
  const {
    confidence,
    points: mesh,
    lips,
    eyes,
    irises,
  } = await networks.mesh(turnedCrop(pyramid, square, MESH_SIZE));
  const pointAt = pointsOfSquare(square);
  const at = (x: number, y: number) => pointAt(x / MESH_SIZE, y / MESH_SIZE);
  const points: LandmarkPoint[] = Array.from({ length: 468 }, (_, i) => at(mesh[3 * i]!, mesh[3 * i + 1]!));
  const refine = (indices: readonly number[], refined: Float32Array) =>
    indices.forEach((index, i) => (points[index] = at(refined[2 * i]!, refined[2 * i + 1]!)));
  // Which of the two eyes a tensor holds is told by its outer corner, not by the order of the outputs.
  const corner = (refined: Float32Array, index: number) =>
    distance(at(refined[0]!, refined[1]!), points[index]!);
  const [first, second] = eyes;
  const isRight = corner(first, 33) + corner(second, 263) < corner(first, 263) + corner(second, 33);
  const rightEye = isRight ? first : second;
  const leftEye = isRight ? second : first;
  refine(LIP_POINTS, lips);
  refine(EYE_POINTS.right, rightEye);
  refine(EYE_POINTS.left, leftEye);
  const guesses = irises
    .map((five): IrisGuess => {
      const [middle, ...rim] = Array.from({ length: 5 }, (_, n) => at(five[2 * n]!, five[2 * n + 1]!)) as [
        LandmarkPoint,
        ...LandmarkPoint[],
      ];
      return { middle, radius: rim.reduce((sum, point) => sum + distance(point, middle) / rim.length, 0) };
    })
    .sort((p, q) => distance(p.middle, points[33]!) - distance(q.middle, points[33]!)) as [
    IrisGuess,
    IrisGuess,
  ];
  return { points, confidence, irises: { right: guesses[0], left: guesses[1] }, tiltRadians: tiltOf(points) };
}

function tiltOf(points: readonly LandmarkPoint[]): number {
  const right = points[33]!;
  const left = points[263]!;
  return Math.atan2(left[1] - right[1], left[0] - right[0]);
}

function squareAround({ points, tiltRadians }: FaceLandmarks): TurnedSquare {
  const cos = Math.cos(tiltRadians);
  const sin = Math.sin(tiltRadians);
  const across = points.map(([x, y]) => x * cos + y * sin);
  const down = points.map(([x, y]) => y * cos - x * sin);
  const [left, right, top, bottom] = [
    Math.min(...across),
    Math.max(...across),
    Math.min(...down),
    Math.max(...down),
  ];
  const u = (left + right) / 2;
  const v = (top + bottom) / 2;
  return {
    centreX: u * cos - v * sin,
    centreY: u * sin + v * cos,
    side: MESH_ROOM * Math.max(right - left, bottom - top),
    tiltRadians,
  };
}
