import { clampUnit } from '../math/clamp';
import type { Pyramid } from '../raster/pyramid';
import type { Plate } from '../raster/plate';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';
import { bodyBeyond } from './bodyBeyond';
import type { BodyBeyond } from './bodyBeyond';
import { browParts } from './browParts';
import { commonBackground } from './commonBackground';
import type { Ground } from './commonBackground';
import { detectFaces } from './detectFaces';
import { doubtfulPlaces, foundDoubt } from './doubtfulPlaces';
import type { FoundDoubt } from './doubtfulPlaces';
import { eyesParts } from './eyeParts';
import { faceFrame } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import { faceLandmarks } from './faceLandmarks';
import type { FaceLandmarks } from './faceLandmarks';
import { facePolygon, featureZones } from './faceZones';
import { divideHead } from './headClasses';
import type { HeadClasses } from './classShares';
import { parseHead, parsedPlanes } from './headParser';
import type { ParsedHead } from './headParser';
import { headGrid, headView, SMALL_LONG_SIDE } from './headGrid';
import type { FoundPartName } from '../document/foundParts';
import { mouthParts } from './mouthParts';
import type { FaceNetworks } from './networks';
import { personMap } from './personMap';
import { refineClasses } from './refineClasses';
import { BACKGROUND_LONG_SIDE, LEAST_COVERED, LEAST_VALUE, SOFT_SHARE } from './featureParameters';

/** Why a part is not to be relied on. */
export type Doubt = 'half-closed' | 'weak-edge' | 'cut' | 'soft';

/** Coverage of one part over a rectangle of the photo. */
export interface FoundPart extends Plate {
  readonly part: FoundPartName;
  /** share of the part's extent whose coverage lies between 0.2 and 0.8 */
  readonly unsureShare: number;
  readonly doubt: Doubt | undefined;
}

/** One person: how sure the face is, its mesh, the parts, and what is unsure about them. */
export interface FoundSitter {
  readonly landmarks: FaceLandmarks;
  readonly parts: readonly FoundPart[];
  readonly doubtful: readonly FoundDoubt[];
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
    const parsed = await parseHead(pyramid, frame, { others, person, networks });
    const grid = headGrid(pyramid, view, frame, { others, person, parsed });
    const small = headGrid(pyramid, view, frame, { others, person, parsed, longSide: SMALL_LONG_SIDE });
    within(0.3);
    const classes = divideHead(grid, small);
    within(0.6);
    const refined = refineClasses(grid, classes, { small, region: view.region, fine: view.source });
    within(0.9);
    const beyond = bodyBeyond(pyramid, grid, { classes, view: view.region, person });
    grounds.push({ frame, region: view.region, background: refined.background, person, beyond });
    sitters.push({
      landmarks,
      parts: [
        ...partsOf(pyramid, refined, view.region, { landmarks, frame, parsed }),
        ...(beyond ? partsBeyond(beyond) : []),
      ],
      doubtful: doubtfulPlaces(grid, classes).map((place) => foundDoubt(place, refined, view.region)),
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
    parsed,
  }: { readonly landmarks: FaceLandmarks; readonly frame: FaceFrame; readonly parsed: ParsedHead },
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
      const where = brow.window.region;
      const over = parsedPlanes(parsed, where, ['hair']).shares.hair;
      const bare = brow.brow.map((share, i) => share * (1 - over[i]!));
      add(`brow-${side}`, where, bare);
      take(where, bare);
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
  const { skin, face, body, hair, beard } = headParts(classes, taken, {
    features: featureZones(landmarks, frame, region, parsedPlanes(parsed, region, ['hair']).shares.hair),
    inFace: facePolygon(landmarks, frame, region),
  });
  const cut = isCut(landmarks, pyramid) ? 'cut' : undefined;
  add('skin', region, skin, cut);
  add('face', region, face, cut);
  add('neck-limbs', region, body, cut);
  add('hair', region, hair, cut);
  add('beard', region, beard, cut);
  add('glasses', region, classes.glasses);
  add('hat', region, classes.hat);
  add('clothes', region, classes.clothes, cut);
  return parts;
}

/** The same parts where they go on beyond the head's surroundings. */
function partsBeyond({ region, skin, clothes }: BodyBeyond): FoundPart[] {
  return [
    foundPart('skin', region, skin, undefined),
    foundPart('neck-limbs', region, skin, undefined),
    foundPart('clothes', region, clothes, undefined),
  ].filter((part) => part !== undefined);
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
    beard: classes.beard.map((share, i) => share * (1 - taken[i]!)),
  };
}

function backgroundOf(pyramid: Pyramid, grounds: readonly Ground[]): FoundPart | undefined {
  if (grounds.length === 0) return undefined;
  const region = wholeRegion(pyramid.width, pyramid.height, BACKGROUND_LONG_SIDE);
  return foundPart('background', region, commonBackground(region, grounds), undefined);
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

/** Parts of hairs and of rims, which half cover most of where they are. */
const FINE_PARTS: readonly FoundPartName[] = ['hair', 'beard', 'brow-right', 'brow-left', 'glasses'];

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
    doubt: doubt ?? (unsureShare > SOFT_SHARE && !FINE_PARTS.includes(part) ? 'soft' : undefined),
  };
}

function isCut({ points }: FaceLandmarks, { width, height }: Pyramid): boolean {
  return points.some(([x, y]) => x < 0 || y < 0 || x >= width || y >= height);
}
