import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import { pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import type { AtPoint } from './headParser';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import type { FaceFrame } from './faceFrame';
import { BROW_LOOPS, EYE_LOOPS, LIPS_INNER, LIPS_OUTER } from './landmarkGroups';
import { FEATURE_ANSWER_SIZE, FEATURE_CLASSES, FEATURE_PLANES, FEATURE_SIZE } from './networks';
import type { FaceNetworks, FeatureClass } from './networks';
import { outlineOf, signedDistance } from './outline';
import { answerAt, placesInSquare, pointsOfSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';

/** What the feature parser looks at, one at a time: an eye with its brow, or the mouth. */
export const FEATURES = ['right', 'left', 'mouth'] as const;
export type Feature = (typeof FEATURES)[number];

/** Sides of the squares about them, face widths. */
const SIDES = { right: 0.6, left: 0.6, mouth: 0.7 } as const;
/** How far an eye lies below the middle of its square, face widths: its brow is to be seen too. */
const EYE_BELOW = 0.08;
/** Where the middle of an eye lies in an answer, places. */
export const EYE_AT: LandmarkPoint = [
  FEATURE_ANSWER_SIZE / 2,
  FEATURE_ANSWER_SIZE * (0.5 + EYE_BELOW / SIDES.right),
];
/** The corners that a square is laid about. */
const CORNERS = { right: [33, 133], left: [263, 362], mouth: [61, 291] } as const;
/** An iris is about so much larger than the larger of the mesh network’s two guesses: 1.15 to 1.26 on portraits. */
const RADIUS_OF_GUESS = 1.2;
/** Over how far the landmarks' outlines are drawn softly, to either side, face widths. */
const OUTLINE_REACH = 0.1;

/** The square about a feature that the parser sees. */
export function featureSquare(
  { points }: FaceLandmarks,
  { unit, cos, sin, tiltRadians }: FaceFrame,
  feature: Feature,
): TurnedSquare {
  const [one, other] = CORNERS[feature].map((index) => points[index]!) as [LandmarkPoint, LandmarkPoint];
  const up = feature === 'mouth' ? 0 : EYE_BELOW * unit;
  return {
    centreX: (one[0] + other[0]) / 2 + up * sin,
    centreY: (one[1] + other[1]) / 2 - up * cos,
    side: SIDES[feature] * unit,
    tiltRadians,
  };
}

/**
 * What the parser is shown of a square: red, green, blue, and how far each place lies within what the landmarks
 * take for the eye's opening or the lips, for the brow or the gap between the lips, and for the iris (0.5 at the
 * outline); a plane each, 0..1. Left eyes are shown as in a mirror.
 */
export function featurePlanes(
  photo: Pyramid,
  {
    square,
    size,
    landmarks,
    feature,
    unit,
  }: {
    readonly square: TurnedSquare;
    readonly size: number;
    readonly landmarks: FaceLandmarks;
    readonly feature: Feature;
    /** a face width, pixels of the photo */
    readonly unit: number;
  },
): Float32Array[] {
  const colours = turnedCrop(photo, square, size);
  const planes = Array.from({ length: FEATURE_PLANES }, () => new Float32Array(size * size));
  const pointAt = pointsOfSquare(square);
  const distances = outlinesOf(landmarks, feature);
  for (let row = 0, i = 0; row < size; row++)
    for (let column = 0; column < size; column++, i++) {
      const from = feature === 'left' ? size - 1 - column : column;
      const at = row * size + from;
      for (let channel = 0; channel < 3; channel++) planes[channel]![i] = colours[3 * at + channel]!;
      const point = pointAt((from + 0.5) / size, (row + 0.5) / size);
      distances.forEach(
        (distance, n) =>
          (planes[3 + n]![i] = clampUnit(0.5 - (0.5 * distance(point)) / (OUTLINE_REACH * unit))),
      );
    }
  return planes;
}

/** Distances to what the landmarks outline, pixels of the photo, negative inside. */
function outlinesOf({ points, irises }: FaceLandmarks, feature: Feature): AtPoint[] {
  const to = (loop: readonly number[]): AtPoint => {
    const outline = outlineOf(loop.map((index) => points[index]!));
    return ([x, y]) => signedDistance(x, y, outline);
  };
  if (feature === 'mouth') return [to(LIPS_OUTER), to(LIPS_INNER)];
  const {
    middle: [x, y],
  } = irises[feature];
  const radius = RADIUS_OF_GUESS * Math.max(irises.right.radius, irises.left.radius);
  return [
    to(EYE_LOOPS[feature]),
    to(BROW_LOOPS[feature]),
    (point) => Math.hypot(point[0] - x, point[1] - y) - radius,
  ];
}

/** What the parser is shown, interleaved; colours less their mean, by their spread: light and exposure do not count. */
export function featureInput(planes: readonly Float32Array[]): Float32Array {
  const count = planes[0]!.length;
  let sum = 0;
  let squares = 0;
  for (const plane of planes.slice(0, 3))
    for (const value of plane) {
      sum += value;
      squares += value * value;
    }
  const mean = sum / (3 * count);
  const spread = Math.sqrt(Math.max(0, squares / (3 * count) - mean * mean)) + LEAST_SPREAD;
  const input = new Float32Array(FEATURE_PLANES * count);
  planes.forEach((plane, n) => {
    for (let i = 0; i < count; i++)
      input[FEATURE_PLANES * i + n] = n < 3 ? (plane[i]! - mean) / spread : plane[i]!;
  });
  return input;
}
/** Added to the colours' spread, codes 0..1: what is of one colour stays calm. */
const LEAST_SPREAD = 0.05;

/**
 * Asks the feature parser about the eyes, brows and mouth of a face.
 * @throws {NetworksMissingError}
 */
export async function parseFeatures(
  photo: Pyramid,
  {
    landmarks,
    frame,
    networks,
  }: { readonly landmarks: FaceLandmarks; readonly frame: FaceFrame; readonly networks: FaceNetworks },
): Promise<FeatureAnswers> {
  const answers: Partial<Record<Feature, FeatureAnswer>> = {};
  for (const feature of FEATURES) {
    const square = featureSquare(landmarks, frame, feature);
    const planes = featurePlanes(photo, { square, size: FEATURE_SIZE, landmarks, feature, unit: frame.unit });
    answers[feature] = {
      square,
      isMirrored: feature === 'left',
      shares: await networks.features(featureInput(planes)),
    };
  }
  return answers as FeatureAnswers;
}

/** What the parser says of both eyes and of the mouth. */
export type FeatureAnswers = Readonly<Record<Feature, FeatureAnswer>>;

/** What the parser says of one square, interleaved in the order of `FEATURE_CLASSES`. */
export interface FeatureAnswer {
  readonly square: TurnedSquare;
  readonly isMirrored: boolean;
  readonly shares: Float32Array;
}

/** How likely some of the classes are together in the places of an answer, 0..1. */
export function answerPlane({ shares }: FeatureAnswer, ...classes: readonly FeatureClass[]): Float32Array {
  const plane = new Float32Array(FEATURE_ANSWER_SIZE ** 2);
  for (const name of classes) {
    const n = FEATURE_CLASSES.indexOf(name);
    for (let i = 0; i < plane.length; i++) plane[i]! += shares[FEATURE_CLASSES.length * i + n]!;
  }
  return plane;
}

/** The same on the pixels of a region, bilinear; nothing beyond the square. */
export function featurePlane(
  answer: FeatureAnswer,
  region: Region,
  ...classes: readonly FeatureClass[]
): Float32Array {
  const plane = answerPlane(answer, ...classes);
  const placeOf = placesInSquare(answer.square);
  const { outWidth, outHeight } = region;
  const out = new Float32Array(outWidth * outHeight);
  for (let row = 0, i = 0; row < outHeight; row++)
    for (let column = 0; column < outWidth; column++, i++) {
      const [u, v] = placeOf(pixelCentre(region, column, row));
      if (u > 0 && v > 0 && u < 1 && v < 1)
        out[i] = answerAt(plane, FEATURE_ANSWER_SIZE, [answer.isMirrored ? 1 - u : u, v]);
    }
  return out;
}

/** The point of the photo at a place of an answer. */
export function featurePoint({ square, isMirrored }: FeatureAnswer, [x, y]: LandmarkPoint): LandmarkPoint {
  const u = x / FEATURE_ANSWER_SIZE;
  return pointsOfSquare(square)(isMirrored ? 1 - u : u, y / FEATURE_ANSWER_SIZE);
}
