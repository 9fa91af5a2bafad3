import { clampUnit } from '../math/clamp';
import { maskGrow } from '../raster/maskGrow';
import { mapPlane } from '../raster/mapPlane';
import type { Pyramid } from '../raster/pyramid';
import type { Region } from '../raster/raster';
import { exposed } from './exposed';
import { faceToImage, imageToFace } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import { HEAD_CLASSES, NOT_ON_ALL, isAbsent, ofEachClass } from './classShares';
import type { HeadClass, HeadClasses } from './classShares';
import { pixelCentre } from '../raster/raster';
import { signedDistance } from './outline';
import type { PersonMap } from './personMap';
import { LEAST_TOLD, PARSER_RIM, PRESENT, SURELY_PRESENT } from './headParameters';
import { PARSER_ANSWER_SIZE, PARSER_CLASSES, PARSER_PLANES, PARSER_SIZE, PARSER_WEIGHTS } from './networks';
import type { FaceNetworks } from './networks';
import { answerAt, placesInSquare, pointsOfSquare, turnedCrop } from './turnedCrop';
import type { TurnedSquare } from './turnedCrop';

/** Side of the square that the parser sees, face widths. */
const PARSER_SIDE = 4;
/** How far its middle lies below the bridge of the nose, face widths. */
const PARSER_BELOW = 0.4;

/** The square about a head that the parser sees. */
export function parserSquare(frame: FaceFrame): TurnedSquare {
  const [centreX, centreY] = faceToImage(frame, [0, PARSER_BELOW]);
  return { centreX, centreY, side: PARSER_SIDE * frame.unit, tiltRadians: frame.tiltRadians };
}

/**
 * What the parser is shown of a square: red, green, blue, brighter where all is dark, the person network's
 * probability, the distance to the face's oval and to the nearest other face's (0.5 at the outline, 0 and 1 a face width
 * within and without), and whether it lies in the photo; a plane each, 0..1.
 */
export function parserPlanes(
  photo: Pyramid,
  {
    square,
    size,
    frame,
    others,
    person,
  }: {
    readonly square: TurnedSquare;
    readonly size: number;
    readonly frame: FaceFrame;
    readonly others: readonly FaceFrame[];
    readonly person: PersonMap;
  },
): Float32Array[] {
  const colours = exposed(turnedCrop(photo, square, size));
  const planes = Array.from({ length: 7 }, () => new Float32Array(size * size));
  const pointAt = pointsOfSquare(square);
  for (let row = 0, i = 0; row < size; row++)
    for (let column = 0; column < size; column++, i++) {
      const point = pointAt((column + 0.5) / size, (row + 0.5) / size);
      for (let channel = 0; channel < 3; channel++) planes[channel]![i] = colours[3 * i + channel]!;
      const inside = point[0] >= 0 && point[1] >= 0 && point[0] < photo.width && point[1] < photo.height;
      planes[3]![i] = inside ? person(point) : 0;
      planes[4]![i] = ovalShare(frame, point);
      planes[5]![i] = 1;
      for (const other of others) planes[5]![i] = Math.min(planes[5]![i]!, ovalShare(other, point));
      planes[6]![i] = Number(inside);
    }
  return planes;
}

function ovalShare(frame: FaceFrame, point: readonly [number, number]): number {
  const [u, v] = imageToFace(frame, point);
  return u * u + v * v > 6.25 ? 1 : clampUnit(0.5 + signedDistance(u, v, frame.oval) / 2);
}

/** What the parser says of the square about a head: for every class, how likely each place belongs to it. */
export interface ParsedHead {
  readonly square: TurnedSquare;
  readonly shares: HeadClasses;
  /** how much of a place's skin is the face's, 0..1 */
  readonly ofFace: Float32Array;
}

/** The same on the pixels of a region, and how far it is to be asked there, 0..1. */
export interface ParsedPlanes {
  readonly shares: HeadClasses;
  readonly trust: Float32Array;
}

/** The class of a head that each answer of the parser belongs to; brows are found on skin by their own means. */
const CLASS_OF: Readonly<Record<(typeof PARSER_CLASSES)[number], HeadClass>> = {
  background: 'background',
  others: 'others',
  face: 'skin',
  body: 'skin',
  hair: 'hair',
  beard: 'beard',
  brows: 'skin',
  clothes: 'clothes',
  glasses: 'glasses',
  hat: 'hat',
};

/**
 * Asks the parser about a head.
 * @throws {NetworksMissingError}
 */
export async function parseHead(
  photo: Pyramid,
  frame: FaceFrame,
  {
    others,
    person,
    networks,
  }: {
    readonly others: readonly FaceFrame[];
    readonly person: PersonMap;
    readonly networks: FaceNetworks;
  },
): Promise<ParsedHead> {
  const square = parserSquare(frame);
  const planes = parserPlanes(photo, { square, size: PARSER_SIZE, frame, others, person });
  const input = new Float32Array(PARSER_PLANES * PARSER_SIZE ** 2);
  planes.forEach((plane, n) => {
    for (let i = 0; i < plane.length; i++) input[PARSER_PLANES * i + n] = plane[i]!;
  });
  const answers = await networks.parse(input);
  const answer = weighedBack(answers);
  const shares = ofEachClass(() => new Float32Array(PARSER_ANSWER_SIZE ** 2));
  PARSER_CLASSES.forEach((name, n) => {
    const plane = shares[CLASS_OF[name]];
    for (let i = 0; i < plane.length; i++) plane[i]! += answer[PARSER_CLASSES.length * i + n]!;
  });
  const told = (name: (typeof PARSER_CLASSES)[number], i: number) =>
    answer[PARSER_CLASSES.length * i + PARSER_CLASSES.indexOf(name)]!;
  const ofFace = mapPlane(shares.skin, (skin, i) => {
    const face = skin - told('body', i);
    // Where hardly any skin is, it is as likely the face's as not.
    return (face + LEAST_TOLD) / (skin + 2 * LEAST_TOLD);
  });
  // A rare class is there once it is answered: what it weighed in training is what has it seen at all.
  for (const name of NOT_ON_ALL) if (!isPresent(answers, name)) shares[name].fill(0);
  // Of a neighbour whose face is not found it hardly ever knows; of one who is alone it takes a dark collar for another.
  if (others.length === 0) shares.others.fill(0);
  return { square, shares, ofFace };
}

/** The probabilities in answers that were learnt with some classes weighing more than others. */
function weighedBack(answers: Float32Array): Float32Array {
  const back = answers.map((share, i) => share / PARSER_WEIGHTS[i % PARSER_CLASSES.length]!);
  for (let i = 0; i < back.length; i += PARSER_CLASSES.length) {
    let sum = 0;
    for (let n = 0; n < PARSER_CLASSES.length; n++) sum += back[i + n]!;
    for (let n = 0; n < PARSER_CLASSES.length; n++) back[i + n]! /= sum || 1;
  }
  return back;
}

/** Whether the parser sees what is not on everybody: in so many places, and in one of them for sure. */
function isPresent(answers: Float32Array, name: (typeof NOT_ON_ALL)[number]): boolean {
  const at = PARSER_CLASSES.indexOf(name);
  const shares = answers.filter((_, i) => i % PARSER_CLASSES.length === at);
  const [from, cells] = PRESENT[name];
  return (
    shares.filter((share) => share > from).length >= cells && shares.some((share) => share > SURELY_PRESENT)
  );
}

/** What the parser says, bilinear, on the pixels of a region. */
export function parsedPlanes({ square, shares }: ParsedHead, region: Region): ParsedPlanes {
  const { outWidth, outHeight } = region;
  const out = ofEachClass(() => new Float32Array(outWidth * outHeight));
  const present = HEAD_CLASSES.filter((name) => !isAbsent(shares[name])).map(
    (name) => [shares[name], out[name]] as const,
  );
  const trust = new Float32Array(outWidth * outHeight);
  const placeOf = placesInSquare(square);
  for (let row = 0, i = 0; row < outHeight; row++)
    for (let column = 0; column < outWidth; column++, i++) {
      const place = placeOf(pixelCentre(region, column, row));
      const [u, v] = place;
      trust[i] = clampUnit((PARSER_SIDE * Math.min(u, v, 1 - u, 1 - v)) / PARSER_RIM);
      if (trust[i] === 0) continue;
      for (const [plane, to] of present) to[i] = answerAt(plane, PARSER_ANSWER_SIZE, place);
    }
  return { shares: out, trust };
}

/** How sure the parser is of a class at a point of the photo, 0..1; beyond its square as at its border. */
export function parsedShare({ square, shares }: ParsedHead, name: HeadClass): AtPoint {
  return parsedAt(square, shares[name]);
}

/** The most of that within a distance, in places of the parser's answer. */
export function parsedNear({ square, shares }: ParsedHead, name: HeadClass, distance: number): AtPoint {
  return parsedAt(square, maskGrow(shares[name], PARSER_ANSWER_SIZE, PARSER_ANSWER_SIZE, distance));
}

/** How much of the skin at a point of the photo is the face's by what the parser says, 0..1. */
export function parsedFace({ square, ofFace }: ParsedHead): AtPoint {
  return parsedAt(square, ofFace);
}

/** A number at a point of the photo. */
export type AtPoint = (point: readonly [number, number]) => number;

function parsedAt(square: TurnedSquare, plane: Float32Array): AtPoint {
  const placeOf = placesInSquare(square);
  return (point) => answerAt(plane, PARSER_ANSWER_SIZE, placeOf(point));
}
