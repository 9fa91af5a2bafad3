import { clampUnit } from '../math/clamp';
import type { LandmarkPoint } from './faceLandmarks';
import { BEYOND_WEIGHT, LID_DEGREE, LID_PLACES, LID_ROUNDS } from './featureParameters';

/**
 * The upper lid as a smooth line: a cubic along the eye, drawn through the lower edge of what the opening
 * reaches to.
 * @param opening coverage of a raster, 0..1
 * @param corners of the eye, pixels of the raster
 * @returns how far a pixel's centre lies beyond the line, pixels, upward positive; undefined when the eye is
 *   hardly open
 */
export function upperLidLine(
  opening: Float32Array,
  width: number,
  [first, second]: readonly [LandmarkPoint, LandmarkPoint],
): ((index: number) => number) | undefined {
  const [left, right] = first[0] <= second[0] ? [first, second] : [second, first];
  const eye = Math.hypot(right[0] - left[0], right[1] - left[1]);
  const cos = (right[0] - left[0]) / eye;
  const sin = (right[1] - left[1]) / eye;
  const along = (index: number) =>
    (((index % width) + 0.5 - left[0]) * cos + (Math.floor(index / width) + 0.5 - left[1]) * sin) / eye;
  const upward = (index: number) =>
    ((index % width) + 0.5 - left[0]) * sin - (Math.floor(index / width) + 0.5 - left[1]) * cos;
  const heights = new Float64Array(LID_PLACES).fill(Number.NEGATIVE_INFINITY);
  opening.forEach((value, index) => {
    const place = Math.floor(along(index) * LID_PLACES);
    if (value > 0.5 && place >= 0 && place < LID_PLACES)
      heights[place] = Math.max(heights[place]!, upward(index));
  });
  const points = [...heights].flatMap((height, place) =>
    Number.isFinite(height) ? [{ u: (place + 0.5) / LID_PLACES, height }] : [],
  );
  if (points.length < LID_PLACES / 2) return undefined;
  let weights = points.map(() => 1);
  let curve = fitCubic(points, weights);
  for (let round = 0; round < LID_ROUNDS; round++) {
    weights = points.map(({ u, height }) => (height > valueOf(curve, u) ? BEYOND_WEIGHT : 1));
    curve = fitCubic(points, weights);
  }
  return (index) => upward(index) - valueOf(curve, clampUnit(along(index)));
}

function valueOf(curve: readonly number[], u: number): number {
  return curve.reduceRight((sum, coefficient) => sum * u + coefficient, 0);
}

/** Weighted least squares by the normal equations. */
function fitCubic(
  points: readonly { readonly u: number; readonly height: number }[],
  weights: readonly number[],
): number[] {
  const size = LID_DEGREE + 1;
  const rows = Array.from({ length: size }, () => new Float64Array(size + 1));
  points.forEach(({ u, height }, n) => {
    for (let i = 0; i < size; i++) {
      for (let j = 0; j < size; j++) rows[i]![j]! += weights[n]! * u ** (i + j);
      rows[i]![size]! += weights[n]! * height * u ** i;
    }
  });
  for (let i = 0; i < size; i++) {
    const pivot = rows
      .slice(i)
      .reduce((best, row, n) => (Math.abs(row[i]!) > Math.abs(rows[best]![i]!) ? i + n : best), i);
    [rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!];
    for (let k = i + 1; k < size; k++) {
      const factor = rows[k]![i]! / rows[i]![i]!;
      for (let j = i; j <= size; j++) rows[k]![j]! -= factor * rows[i]![j]!;
    }
  }
  const out = new Array<number>(size).fill(0);
  for (let i = size - 1; i >= 0; i--)
    out[i] =
      (rows[i]![size]! - out.reduce((sum, value, j) => sum + (j > i ? rows[i]![j]! * value : 0), 0)) /
      rows[i]![i]!;
  return out;
}
