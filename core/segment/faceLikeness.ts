import type { Pyramid } from '../raster/pyramid';
import type { FaceLandmarks } from './faceLandmarks';
import { LIKENESS_SIZE } from './networks';
import type { FaceNetworks } from './networks';
import { turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';

/**
 * Where a face's points lie in the square that the likeness network was trained on, 0..1: corners of the eyes and the
 * base of the nose, in the mesh's numbers. (dlib's mean face of five points with a quarter more room on each side;
 * from memory, checked by how far portraits of one sitter stay together.)
 */
const TEMPLATE: readonly (readonly [point: number, u: number, v: number])[] = (
  [
    [263, 0.8595674595992, 0.2134981538014],
    [362, 0.6460604764104, 0.2289674387677],
    [33, 0.1205750620789, 0.2137274526848],
    [133, 0.3340850613712, 0.2290642403242],
    [2, 0.4901123135679, 0.6277975316475],
  ] as const
).map(([point, u, v]) => [point, (0.25 + u) / 1.5, (0.25 + v) / 1.5]);
/** Means of red, green and blue over the photographs of the network's training, 0..1. */
const MEANS = [122.782 / 255, 117.001 / 255, 104.298 / 255] as const;

/**
 * A face in 128 numbers: those of one person lie near each other, whatever the light.
 * @throws {NetworksMissingError}
 * @see King 2017, "High quality face recognition with deep metric learning" (dlib), for the network
 */
export async function faceLikeness(
  pyramid: Pyramid,
  { points }: FaceLandmarks,
  networks: FaceNetworks,
): Promise<Float32Array> {
  const input = turnedCrop(pyramid, squareOfFace(points), LIKENESS_SIZE);
  for (let i = 0; i < input.length; i++) input[i]! -= MEANS[i % 3]!;
  return networks.liken(input);
}

/** The square in which the five points lie nearest to their places (least squares over turn, size and place). */
function squareOfFace(points: FaceLandmarks['points']): TurnedSquare {
  const count = TEMPLATE.length;
  const mean = (of: (entry: (typeof TEMPLATE)[number]) => number) =>
    TEMPLATE.reduce((sum, entry) => sum + of(entry) / count, 0);
  const [u, v] = [mean((entry) => entry[1]), mean((entry) => entry[2])];
  const [x, y] = [mean(([point]) => points[point]![0]), mean(([point]) => points[point]![1])];
  let along = 0;
  let across = 0;
  let spread = 0;
  for (const [point, pu, pv] of TEMPLATE) {
    const [du, dv] = [pu - u, pv - v];
    const [dx, dy] = [points[point]![0] - x, points[point]![1] - y];
    along += du * dx + dv * dy;
    across += du * dy - dv * dx;
    spread += du * du + dv * dv;
  }
  const [cos, sin] = [along / spread, across / spread];
  return {
    centreX: x + (0.5 - u) * cos - (0.5 - v) * sin,
    centreY: y + (0.5 - u) * sin + (0.5 - v) * cos,
    side: Math.hypot(cos, sin),
    tiltRadians: Math.atan2(sin, cos),
  };
}
