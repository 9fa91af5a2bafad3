import type { Pyramid } from '../raster/pyramid';
import { mapPlane } from '../raster/mapPlane';
import type { Plate } from '../raster/plate';
import { pixelCentre, wholeRegion } from '../raster/raster';
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
import { facePolygon, featureZones, hairOver } from './faceZones';
import { divideHead } from './headClasses';
import type { HeadClasses } from './classShares';
import { parseHead, parsedShare } from './headParser';
import type { ParsedHead } from './headParser';
import { headGrid, headView, SMALL_LONG_SIDE } from './headGrid';
import type { HeadGrid, HeadView } from './headGrid';
import type { FoundPartName } from '../document/foundParts';
import type { Likeness } from '../document/schema';
import { mouthParts } from './mouthParts';
import type { FaceNetworks } from './networks';
import { partSitters } from './partSitters';
import { personMap } from './personMap';
import type { PersonMap } from './personMap';
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
  /** what tells it from others; undefined where that was not asked for */
  readonly likeness?: Likeness;
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
  const within = (share: number) => step(0.1 + (0.9 * share) / faces.length);
  const heads: Head[] = [];
  for (const [n, frame] of frames.entries()) {
    heads.push(await divided(pyramid, frame, { others: frames.toSpliced(n, 1), networks }));
    within(HEAD_SHARE * (n + 1));
  }
  partSitters(
    heads.map(({ grid: { region, parsed }, classes }) => ({ region, classes, told: parsed.shares })),
  );
  const sitters: FoundSitter[] = [];
  const grounds: Ground[] = [];
  for (const [n, head] of heads.entries()) {
    const { sitter, ground } = wholeSitter(pyramid, faces[n]!, head);
    sitters.push(sitter);
    grounds.push(ground);
    within(HEAD_SHARE * faces.length + (1 - HEAD_SHARE) * (n + 1));
  }
  step(1);
  return { sitters, background: backgroundOf(pyramid, grounds) };
}
/** Share of the time that goes into dividing heads; the rest into their edges and parts. */
const HEAD_SHARE = 0.5;

/** A head with its surroundings, divided on the grid. */
interface Head {
  readonly frame: FaceFrame;
  readonly person: PersonMap;
  readonly view: HeadView;
  readonly parsed: ParsedHead;
  readonly grid: HeadGrid;
  readonly small: HeadGrid;
  readonly classes: HeadClasses;
}

async function divided(
  pyramid: Pyramid,
  frame: FaceFrame,
  { others, networks }: { readonly others: readonly FaceFrame[]; readonly networks: FaceNetworks },
): Promise<Head> {
  const person = await personMap(pyramid, frame, networks);
  const view = headView(pyramid, frame);
  const parsed = await parseHead(pyramid, frame, { others, person, networks });
  const grid = headGrid(pyramid, view, frame, { others, person, parsed });
  const small = headGrid(pyramid, view, frame, { others, person, parsed, longSide: SMALL_LONG_SIDE });
  return { frame, person, view, parsed, grid, small, classes: divideHead(grid, small) };
}

/** A sitter's parts at the photo's own scale, and what the sitter's surroundings say of the background. */
function wholeSitter(
  pyramid: Pyramid,
  landmarks: FaceLandmarks,
  { frame, person, view: { region, source }, parsed, grid, small, classes }: Head,
): { readonly sitter: FoundSitter; readonly ground: Ground } {
  const refined = refineClasses(grid, classes, { small, region, fine: source });
  const beyond = bodyBeyond(pyramid, grid, { classes, view: region });
  return {
    sitter: {
      landmarks,
      parts: [
        ...partsOf(pyramid, refined, region, { landmarks, frame, parsed }),
        ...(beyond ? partsBeyond(beyond) : []),
      ],
      doubtful: doubtfulPlaces(grid, classes).map((place) => foundDoubt(place, refined, region)),
    },
    ground: { frame, region, background: refined.background, person, beyond },
  };
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
  const hairAt = parsedShare(parsed, 'hair');
  const features = featureParts(pyramid, landmarks, hairAt);
  const taken = new Float32Array(region.outWidth * region.outHeight);
  for (const { where, takes } of features) if (takes) spread(takes, where, region, taken);
  const { skin, face, body, hair, beard } = headParts(classes, taken, {
    features: featureZones(landmarks, frame, region, hairAt),
    inFace: facePolygon(landmarks, frame, region),
  });
  const cut = isCut(landmarks, pyramid) ? 'cut' : undefined;
  return [
    ...features.map(({ part, where, coverage, doubt }) => foundPart(part, where, coverage, doubt)),
    foundPart('skin', region, skin, cut),
    foundPart('face', region, face, cut),
    foundPart('neck-limbs', region, body, cut),
    foundPart('hair', region, hair, cut),
    foundPart('beard', region, beard, cut),
    foundPart('glasses', region, classes.glasses, undefined),
    foundPart('hat', region, classes.hat, undefined),
    foundPart('clothes', region, classes.clothes, cut),
  ].filter((part) => part !== undefined);
}

/** A feature of the face in a window of its own, and what of that window belongs to nothing else. */
interface Feature {
  readonly part: FoundPartName;
  readonly where: Region;
  readonly coverage: Float32Array;
  readonly takes?: Float32Array;
  readonly doubt: Doubt | undefined;
}

function featureParts(
  pyramid: Pyramid,
  landmarks: FaceLandmarks,
  hairAt: ReturnType<typeof parsedShare>,
): Feature[] {
  const features: Feature[] = [];
  const eyes = eyesParts(pyramid, landmarks);
  for (const side of ['right', 'left'] as const) {
    const eye = eyes[side];
    const brow = browParts(pyramid, landmarks, side);
    if (eye) {
      const { opening, iris, whites, unsure, window } = eye;
      const where = window.region;
      features.push({ part: `iris-${side}`, where, coverage: iris, takes: opening, doubt: unsure });
      features.push({ part: `whites-${side}`, where, coverage: whites, doubt: unsure });
    }
    if (brow) {
      const where = brow.window.region;
      const at = (i: number) => pixelCentre(where, i % where.outWidth, Math.floor(i / where.outWidth));
      const bare = mapPlane(brow.brow, (share, i) => (share > 0 ? share * (1 - hairOver(hairAt(at(i)))) : 0));
      features.push({ part: `brow-${side}`, where, coverage: bare, takes: bare, doubt: undefined });
    }
  }
  const mouth = mouthParts(pyramid, landmarks);
  if (mouth) {
    const { lips, teeth, between, window } = mouth;
    const takes = mapPlane(lips, (value, i) => Math.max(value, between[i]!));
    features.push({ part: 'lips', where: window.region, coverage: lips, takes, doubt: undefined });
    features.push({ part: 'teeth', where: window.region, coverage: teeth, doubt: undefined });
  }
  return features;
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
  const plane = () => new Float32Array(taken.length);
  const [skin, face, body, hair, beard] = [plane(), plane(), plane(), plane(), plane()];
  for (let i = 0; i < taken.length; i++) {
    const free = 1 - taken[i]!;
    skin[i] = classes.skin[i]! * free;
    face[i] = skin[i]! * inFace[i]!;
    body[i] = skin[i]! * (1 - inFace[i]!);
    // Brows, lashes and nostrils look like hair; they are none, and no skin.
    hair[i] = classes.hair[i]! * (1 - features[i]!) * free;
    beard[i] = classes.beard[i]! * free;
  }
  return { skin, face, body, hair, beard };
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
  const { coverage8, sum, extent, unsure } = coded(coverage);
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

/** Coverage as codes; its sum, and how many pixels it covers at all and how many of these by half. */
function coded(coverage: Float32Array) {
  let sum = 0;
  let extent = 0;
  let unsure = 0;
  const coverage8 = new Uint8Array(coverage.length);
  for (let i = 0; i < coverage.length; i++) {
    if (!(coverage[i]! > 0)) continue;
    const value = Math.min(1, coverage[i]!);
    coverage8[i] = value < LEAST_VALUE ? 0 : 255 * value + 0.5;
    sum += value;
    if (value > 0.05) extent++;
    if (value > 0.2 && value < 0.8) unsure++;
  }
  return { coverage8, sum, extent, unsure };
}

function isCut({ points }: FaceLandmarks, { width, height }: Pyramid): boolean {
  return points.some(([x, y]) => x < 0 || y < 0 || x >= width || y >= height);
}
