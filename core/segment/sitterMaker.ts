import type { FoundPartName } from '../document/foundParts';
import { mapPlane } from '../raster/mapPlane';
import type { Pyramid } from '../raster/pyramid';
import { pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import { bodyBeyond } from './bodyBeyond';
import type { BodyBeyond } from './bodyBeyond';
import { browParts } from './browParts';
import type { HeadClasses } from './classShares';
import type { Ground } from './commonBackground';
import { doubtfulPlaces, foundDoubt } from './doubtfulPlaces';
import { eyesParts } from './eyeParts';
import type { FaceFrame } from './faceFrame';
import { limbParts } from './limbs';
import { isRough } from './faceLandmarks';
import type { FaceLandmarks } from './faceLandmarks';
import { HAIR_NEAR } from './featureParameters';
import type { FeatureAnswers } from './featureParser';
import { faceShares, featureZones, hairOver } from './faceZones';
import { foundPart } from './found';
import type { Doubt, FoundPart, FoundSitter } from './found';
import { divideHead } from './headClasses';
import { headGrid, headReach, headView, SMALL_LONG_SIDE } from './headGrid';
import type { HeadGrid, HeadView } from './headGrid';
import { parsedFace, parsedNear, parsedShare } from './headParser';
import type { AtPoint, ParsedHead } from './headParser';
import { mouthParts } from './mouthParts';
import type { DividedHead } from './partSitters';
import { personMap } from './personMap';
import type { PersonAnswers } from './personMap';
import { refineClasses } from './refineClasses';
import { shadeIsSkin } from './shadedJaw';

/** A face in a photo, and what the networks say of it and its surroundings. */
export interface SitterWork {
  readonly landmarks: FaceLandmarks;
  readonly frame: FaceFrame;
  /** the frames of the other sitters */
  readonly others: readonly FaceFrame[];
  readonly answers: PersonAnswers;
  readonly parsed: ParsedHead;
}

/** A sitter as found, and what the surroundings say of the background. */
export interface MadeSitter {
  readonly sitter: FoundSitter;
  readonly ground: Ground;
}

/** Works one sitter out in two stages, between which all of them are parted. It may do so in another thread. */
export interface SitterMaker {
  divide(): DividedHead | Promise<DividedHead>;
  /** @param classes as they are once all sitters were parted @param features what the parser says of eyes and mouth */
  finish(classes: HeadClasses, features: FeatureAnswers): MadeSitter | Promise<MadeSitter>;
}

/** A head with its surroundings on the grid. */
interface Head {
  readonly view: HeadView;
  readonly grid: HeadGrid;
  readonly small: HeadGrid;
}

/**
 * Of the time that a sitter takes, how much has gone once the networks have answered, the surroundings lie on a grid,
 * they are divided, and their classes follow the photo's edges. Measured on one portrait.
 */
export const SHARE_WHEN = { answered: 0.05, gridded: 0.15, divided: 0.33, refined: 0.8 } as const;

/** Works a sitter out in this thread. */
export class LocalSitterMaker implements SitterMaker {
  #head: Head | undefined;

  /** @param onShare is told which share of this sitter's time, 0..1, has gone, more often than its stages end */
  constructor(
    readonly pyramid: Pyramid,
    readonly work: SitterWork,
    readonly onShare?: (share: number) => void,
  ) {}

  divide(): DividedHead {
    const { pyramid } = this;
    const { frame, others, answers, parsed } = this.work;
    const person = personMap(answers);
    const reach = headReach(pyramid, frame, { others, parsed });
    const view = headView(pyramid, frame, reach);
    const told = { reach, others, person, parsed };
    const grid = headGrid(pyramid, view, frame, told);
    const small = headGrid(pyramid, view, frame, { ...told, longSide: SMALL_LONG_SIDE });
    shadeIsSkin([grid, small]);
    this.#head = { view, grid, small };
    this.onShare?.(SHARE_WHEN.gridded);
    return { region: grid.region, frame, classes: divideHead(grid, small), told: grid.parsed.shares };
  }

  /** @throws {RangeError} before it was divided */
  finish(classes: HeadClasses, features: FeatureAnswers): MadeSitter {
    if (!this.#head) throw new RangeError('a sitter is divided before it is worked out');
    const { divided, refined } = SHARE_WHEN;
    const onShare = (share: number) => this.onShare?.(divided + (refined - divided) * share);
    const made = wholeSitter(this.pyramid, this.work, this.#head, { classes, features, onShare });
    this.#head = undefined;
    return made;
  }
}

/** What is known once all sitters were parted. */
interface LaterKnown {
  readonly classes: HeadClasses;
  readonly features: FeatureAnswers;
  readonly onShare: (share: number) => void;
}

/** A sitter's parts at the photo's own scale, and what the sitter's surroundings say of the background. */
function wholeSitter(
  pyramid: Pyramid,
  work: SitterWork,
  { view: { region, source }, grid, small }: Head,
  { classes, features, onShare }: LaterKnown,
): MadeSitter {
  const { landmarks, frame, answers } = work;
  const refined = refineClasses(grid, classes, { small, region, fine: source, onShare });
  const beyond = bodyBeyond(pyramid, grid, { classes, view: region });
  const parts = [
    ...partsOf(pyramid, refined, region, { ...work, features }),
    ...(beyond ? partsBeyond(beyond) : []),
  ];
  const body = parts.filter(({ part }) => part === 'neck-limbs');
  return {
    sitter: {
      landmarks,
      parts: [...parts, ...limbParts(frame, body)],
      doubtful: doubtfulPlaces(grid, classes).map((place) => foundDoubt(place, refined, region)),
    },
    ground: {
      frame,
      region,
      background: refined.background,
      answers,
      beyond: beyond && { region: beyond.region, background: beyond.background },
    },
  };
}

function partsOf(
  pyramid: Pyramid,
  classes: HeadClasses,
  region: Region,
  { landmarks, frame, parsed, features: told }: SitterWork & { readonly features: FeatureAnswers },
): FoundPart[] {
  const hairAt = parsedShare(parsed, 'hair');
  const features = featureParts(pyramid, landmarks, told, hairAt);
  const taken = new Float32Array(region.outWidth * region.outHeight);
  for (const { where, takes } of features) if (takes) spread(takes, where, region, taken);
  const { skin, face, body, hair, beard } = headParts(classes, taken, {
    features: featureZones(landmarks, frame, region, {
      at: hairAt,
      near: parsedNear(parsed, 'hair', HAIR_NEAR),
    }),
    inFace: faceShares(landmarks, frame, region, parsedFace(parsed)),
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
interface FeatureCoverage {
  readonly part: FoundPartName;
  readonly where: Region;
  readonly coverage: Float32Array;
  readonly takes?: Float32Array;
  readonly doubt: Doubt | undefined;
}

function featureParts(
  pyramid: Pyramid,
  landmarks: FaceLandmarks,
  told: FeatureAnswers,
  hairAt: AtPoint,
): FeatureCoverage[] {
  const features: FeatureCoverage[] = [];
  // Of a face that is turned away the mesh says roughly where eyes and mouth are.
  const rough = isRough(landmarks) ? 'turned-away' : undefined;
  const eyes = eyesParts(pyramid, landmarks, told);
  for (const side of ['right', 'left'] as const) {
    const eye = eyes[side];
    const brow = browParts(pyramid, landmarks, side, told[side]);
    if (eye) {
      const { opening, iris, whites, unsure, window } = eye;
      const where = window.region;
      features.push({ part: `iris-${side}`, where, coverage: iris, takes: opening, doubt: rough ?? unsure });
      features.push({ part: `whites-${side}`, where, coverage: whites, doubt: rough ?? unsure });
    }
    if (brow) {
      const where = brow.window.region;
      const at = (i: number) => pixelCentre(where, i % where.outWidth, Math.floor(i / where.outWidth));
      const bare = mapPlane(brow.brow, (share, i) => (share > 0 ? share * (1 - hairOver(hairAt(at(i)))) : 0));
      features.push({ part: `brow-${side}`, where, coverage: bare, takes: bare, doubt: rough });
    }
  }
  const mouth = mouthParts(pyramid, landmarks, told.mouth);
  if (mouth) {
    const { lips, teeth, between, window } = mouth;
    const takes = mapPlane(lips, (value, i) => Math.max(value, between[i]!));
    features.push({ part: 'lips', where: window.region, coverage: lips, takes, doubt: rough });
    features.push({ part: 'teeth', where: window.region, coverage: teeth, doubt: rough });
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

function isCut({ points }: FaceLandmarks, { width, height }: Pyramid): boolean {
  return points.some(([x, y]) => x < 0 || y < 0 || x >= width || y >= height);
}
