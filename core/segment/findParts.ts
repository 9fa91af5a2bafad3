import { clampUnit } from '../math/clamp';
import { polygonCoverage } from '../raster/polygonCoverage';
import type { Pyramid } from '../raster/pyramid';
import type { Plate } from '../raster/plate';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { browParts } from './browParts';
import { commonBackground } from './commonBackground';
import type { Ground } from './commonBackground';
import { detectFaces } from './detectFaces';
import { eyesParts } from './eyeParts';
import { faceFrame, faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import { faceLandmarks } from './faceLandmarks';
import type { FaceLandmarks, LandmarkPoint } from './faceLandmarks';
import { divideHead } from './headClasses';
import type { HeadClasses } from './headClasses';
import { looksLikeHat } from './hatDoubt';
import { headGrid, headView, personMap, SMALL_LONG_SIDE } from './headGrid';
import { BROW_LOOPS, EYE_LOOPS, FACE_OVAL, LIPS_OUTER } from './landmarkGroups';
import type { FoundPartName } from '../document/foundParts';
import { mouthParts } from './mouthParts';
import type { FaceNetworks } from './networks';
import { refineClasses } from './refineClasses';
import {
  BACKGROUND_LONG_SIDE,
  FACE_CORE,
  FACE_CORE_TOP,
  FEATURE_MARGIN,
  LEAST_COVERED,
  LEAST_VALUE,
  OVAL_SHORT,
  SOFT_SHARE,
  TURNED_SHORT,
} from './featureParameters';

/** Why a part is not to be relied on. */
export type Doubt = 'half-closed' | 'weak-edge' | 'cut' | 'soft' | 'hat';

/** Coverage of one part over a rectangle of the photo. */
export interface FoundPart extends Plate {
  readonly part: FoundPartName;
  /** share of the part's extent whose coverage lies between 0.2 and 0.8 */
  readonly unsureShare: number;
  readonly doubt: Doubt | undefined;
}

/** One person: how sure the face is, its mesh, and the parts. */
export interface FoundSitter {
  readonly landmarks: FaceLandmarks;
  readonly parts: readonly FoundPart[];
}

/** Everybody in a photo from left to right, and what is behind them. */
export interface FoundPeople {
  /** from left to right */
  readonly sitters: readonly FoundSitter[];
  /** undefined when nobody was found */
  readonly background: FoundPart | undefined;
}

/** How people are looked for. */
export interface FindOptions {
  /** look for faces smaller than a thirtieth of the long side too */
  readonly tiles?: boolean;
  readonly onProgress?: (share: number) => void;
}

/**
 * People and their parts.
 * @throws {NetworksMissingError}
 */
export async function findParts(
  pyramid: Pyramid,
  networks: FaceNetworks,
  options: FindOptions = {},
): Promise<FoundPeople> {
  const step = (share: number) => options.onProgress?.(share);
  step(0);
  const faces: FaceLandmarks[] = [];
  for (const box of await detectFaces(pyramid, networks, options.tiles)) {
    const landmarks = await faceLandmarks(pyramid, box, networks);
    if (landmarks) faces.push(landmarks);
    step(0.05);
  }
  faces.sort((p, q) => p.points[168]![0] - q.points[168]![0]);
  const frames = faces.map(faceFrame);
  const sitters: FoundSitter[] = [];
  const grounds: Ground[] = [];
  for (const [n, landmarks] of faces.entries()) {
    const frame = frames[n]!;
    const others = frames.filter((other) => other !== frame);
    const within = (share: number) => step(0.1 + (0.9 * (n + share)) / faces.length);
    const person = await personMap(pyramid, frame, networks);
    within(0.1);
    const view = headView(pyramid, frame);
    const grid = headGrid(pyramid, view, frame, { others, person });
    const small = headGrid(pyramid, view, frame, { others, person, longSide: SMALL_LONG_SIDE });
    within(0.3);
    const classes = divideHead(grid, small);
    within(0.6);
    const refined = refineClasses(grid, classes, { small, region: view.region, fine: view.source });
    within(0.9);
    grounds.push({ frame, region: view.region, background: refined.background, person });
    sitters.push({
      landmarks,
      parts: partsOf(pyramid, refined, view.region, { landmarks, frame, hat: looksLikeHat(grid, classes) }),
    });
  }
  step(1);
  return { sitters, background: backgroundOf(pyramid, grounds) };
}

function partsOf(
  pyramid: Pyramid,
  classes: HeadClasses,
  region: Region,
  {
    landmarks,
    frame,
    hat,
  }: { readonly landmarks: FaceLandmarks; readonly frame: FaceFrame; readonly hat: boolean },
): FoundPart[] {
  const parts: FoundPart[] = [];
  const taken = new Float32Array(region.outWidth * region.outHeight);
  const add = (part: FoundPartName, where: Region, coverage: Float32Array, doubt?: Doubt) => {
    const found = foundPart(part, where, coverage, doubt);
    if (found) parts.push(found);
  };
  const take = (where: Region, coverage: Float32Array) => spread(coverage, where, region, taken);
  const eyes = eyesParts(pyramid, landmarks);
  for (const side of ['right', 'left'] as const) {
    const eye = eyes[side];
    const brow = browParts(pyramid, landmarks, side);
    if (eye) {
      add(`iris-${side}`, eye.window.region, eye.iris, eye.unsure);
      add(`whites-${side}`, eye.window.region, eye.whites, eye.unsure);
      take(eye.window.region, eye.opening);
    }
    if (brow) {
      add(`brow-${side}`, brow.window.region, brow.brow);
      take(brow.window.region, brow.brow);
    }
  }
  const mouth = mouthParts(pyramid, landmarks);
  if (mouth) {
    add('lips', mouth.window.region, mouth.lips);
    add('teeth', mouth.window.region, mouth.teeth);
    take(
      mouth.window.region,
      mouth.lips.map((value, i) => Math.max(value, mouth.between[i]!)),
    );
  }
  const { skin, face, body, hair } = headParts(classes, taken, {
    features: featureZones(landmarks, frame, region),
    inFace: facePolygon(landmarks, frame, region),
  });
  const cut = isCut(landmarks, pyramid) ? 'cut' : undefined;
  add('skin', region, skin, cut);
  add('face', region, face, cut);
  add('neck-limbs', region, body, cut);
  add('hair', region, hair, hat ? 'hat' : cut);
  add('clothes', region, classes.clothes, cut);
  return parts;
}

/**
 * Skin, its face and the rest of it, and hair.
 * @param taken 0..1 of eyes, brows and mouth, which have parts of their own
 * @param zones 0..1 of what looks like hair within the face, and of the face
 */
function headParts(
  classes: HeadClasses,
  taken: Float32Array,
  { features, inFace }: { readonly features: Float32Array; readonly inFace: Float32Array },
) {
  const skin = classes.skin.map((share, i) => share * (1 - taken[i]!));
  return {
    skin,
    face: skin.map((share, i) => share * inFace[i]!),
    body: skin.map((share, i) => share * (1 - inFace[i]!)),
    // Brows, lashes and nostrils look like hair; they are none, and no skin.
    hair: classes.hair.map((share, i) => share * (1 - features[i]!) * (1 - taken[i]!)),
  };
}

function backgroundOf(pyramid: Pyramid, grounds: readonly Ground[]): FoundPart | undefined {
  if (grounds.length === 0) return undefined;
  const region = wholeRegion(pyramid.width, pyramid.height, BACKGROUND_LONG_SIDE);
  return foundPart('background', region, commonBackground(region, grounds), undefined);
}

/** The face's own skin ends at the jaw and before the ear; upward it goes on to the hairline. */
function facePolygon({ points }: FaceLandmarks, frame: FaceFrame, region: Region): Float32Array {
  const oval = FACE_OVAL.map((index) => imageToFace(frame, points[index]!));
  const us = oval.map(([u]) => u);
  const left = Math.min(...us);
  const right = Math.max(...us);
  // The nose points to the side that is turned away, where no ear parts the cheek from what lies behind it.
  const turn = (2 * (imageToFace(frame, points[NOSE_TIP]!)[0] - (left + right) / 2)) / (right - left);
  const middle = (left + right) / 2;
  const loop = oval.map(([u, v]): LandmarkPoint => {
    const aside = (2 * (u - middle)) / (right - left);
    const beyond = OVAL_SHORT + TURNED_SHORT * Math.max(0, turn * Math.sign(aside)) * Math.abs(aside);
    const length = Math.hypot(u, v) || 1;
    const far = v < 0 ? Math.min(1, -3 * v) : 0;
    return faceToImage(frame, [
      u + (u / length) * beyond + u * far,
      v + (v / length) * (v > frame.chin[1] - 0.15 ? 0.4 * beyond : beyond) + v * far,
    ]);
  });
  return polygonCoverage([toRegion(region, loop)], region.outWidth, region.outHeight);
}

const NOSE_TIP = 1;

/** Eyes, brows and mouth with a little around them, as far as the face goes. */
function featureZones({ points }: FaceLandmarks, frame: FaceFrame, region: Region): Float32Array {
  const loops = [EYE_LOOPS.right, EYE_LOOPS.left, BROW_LOOPS.right, BROW_LOOPS.left, LIPS_OUTER].map(
    (indices) =>
      swell(
        indices.map((index) => points[index]!),
        FEATURE_MARGIN * frame.unit,
      ),
  );
  const zones = polygonCoverage(
    loops.map((loop) => sunwise(toRegion(region, loop))),
    region.outWidth,
    region.outHeight,
  );
  const oval = FACE_OVAL.map((index) => points[index]!);
  const face = polygonCoverage([toRegion(region, oval)], region.outWidth, region.outHeight);
  // Below the brows and well inside the face nothing hangs.
  const core = polygonCoverage(
    [
      toRegion(
        region,
        oval.map((point): LandmarkPoint => {
          const [u, v] = imageToFace(frame, point);
          const shrink = 1 - FACE_CORE / (Math.hypot(u, v) || 1);
          return faceToImage(frame, [u * shrink, Math.max(FACE_CORE_TOP, v * shrink)]);
        }),
      ),
    ],
    region.outWidth,
    region.outHeight,
  );
  for (let i = 0; i < face.length; i++) face[i] = Math.max(core[i]!, face[i]! * zones[i]!);
  return face;
}

/** A loop in the one direction, so that loops that overlap add up rather than cancel. */
function sunwise(loop: readonly LandmarkPoint[]): readonly LandmarkPoint[] {
  const twice = loop.reduce(
    (sum, [x, y], i) => sum + x * loop[(i + 1) % loop.length]![1] - loop[(i + 1) % loop.length]![0] * y,
    0,
  );
  return twice < 0 ? loop.toReversed() : loop;
}

/** A loop moved outward from its middle by a distance. */
function swell(loop: readonly LandmarkPoint[], by: number): LandmarkPoint[] {
  const middle = loop.reduce(([x, y], [px, py]) => [x + px / loop.length, y + py / loop.length], [
    0, 0,
  ] as readonly [number, number]);
  return loop.map(([x, y]) => {
    const dx = x - middle[0];
    const dy = y - middle[1];
    const length = Math.hypot(dx, dy) || 1;
    return [x + (dx / length) * by, y + (dy / length) * by];
  });
}

function toRegion(region: Region, loop: readonly LandmarkPoint[]): LandmarkPoint[] {
  const scale = region.outWidth / region.width;
  return loop.map(([x, y]) => [(x - region.x) * scale, (y - region.y) * scale]);
}

/** Adds coverage of one rectangle to that of another, by nearest pixels. */
function spread(coverage: Float32Array, from: Region, to: Region, out: Float32Array): void {
  const scaleX = to.width / to.outWidth;
  const scaleY = to.height / to.outHeight;
  const firstRow = Math.max(0, Math.floor((from.y - to.y) / scaleY));
  const lastRow = Math.min(to.outHeight - 1, Math.ceil((from.y + from.height - to.y) / scaleY));
  const firstColumn = Math.max(0, Math.floor((from.x - to.x) / scaleX));
  const lastColumn = Math.min(to.outWidth - 1, Math.ceil((from.x + from.width - to.x) / scaleX));
  for (let row = firstRow; row <= lastRow; row++) {
    const y = Math.floor(((to.y + (row + 0.5) * scaleY - from.y) * from.outHeight) / from.height);
    if (y < 0 || y >= from.outHeight) continue;
    for (let column = firstColumn; column <= lastColumn; column++) {
      const x = Math.floor(((to.x + (column + 0.5) * scaleX - from.x) * from.outWidth) / from.width);
      if (x >= 0 && x < from.outWidth)
        out[row * to.outWidth + column] = Math.max(
          out[row * to.outWidth + column]!,
          coverage[y * from.outWidth + x]!,
        );
    }
  }
}

function foundPart(
  part: FoundPartName,
  region: Region,
  coverage: Float32Array,
  doubt: Doubt | undefined,
): FoundPart | undefined {
  let sum = 0;
  let extent = 0;
  let unsure = 0;
  const coverage8 = new Uint8Array(coverage.length);
  for (let i = 0; i < coverage.length; i++) {
    const value = clampUnit(coverage[i]!);
    coverage8[i] = value < LEAST_VALUE ? 0 : Math.round(255 * value);
    sum += value;
    if (value > 0.05) extent++;
    if (value > 0.2 && value < 0.8) unsure++;
  }
  if (sum < LEAST_COVERED) return undefined;
  const unsureShare = unsure / extent;
  return {
    part,
    region,
    coverage8,
    unsureShare,
    doubt: doubt ?? (unsureShare > SOFT_SHARE && part !== 'hair' ? 'soft' : undefined),
  };
}

function isCut({ points }: FaceLandmarks, { width, height }: Pyramid): boolean {
  return points.some(([x, y]) => x < 0 || y < 0 || x >= width || y >= height);
}
