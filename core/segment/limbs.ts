import { boxMeans } from '../raster/boxMeans';
import { enlarge } from '../raster/coarse';
import { mapPlane } from '../raster/mapPlane';
import { boundsOfAll, boundsOfRegion, pixelAt, pixelCentre } from '../raster/raster';
import type { Region } from '../raster/raster';
import {
  ARMS_FROM_BELOW,
  ARMS_FROM_ASIDE,
  CELLS_OF_FACE,
  CHEST_PIECE,
  LEAST_LIMB,
  LEAST_OF_CELL,
  LEGS,
  NECK_REACH,
} from './bodyParameters';
import { faceToImage } from './faceFrame';
import type { FaceFrame } from './faceFrame';
import type { LandmarkPoint } from './faceLandmarks';
import { foundPart } from './found';
import { grownFrom } from './grownFrom';
import type { FoundPart } from './found';

/** What skin beside the face's may be of. */
const LIMBS = ['arms', 'legs'] as const;
type Limb = (typeof LIMBS)[number] | 'neck';

/** Cells over all of a sitter's skin beside the face's. */
interface Cells {
  /** a pixel of it is a cell */
  readonly region: Region;
  /** coverage 0..1 of each cell */
  readonly covered: Float32Array;
  /** how far a cell lies from the neck, face widths: aside from it, and below the bridge of the nose as the photo stands */
  readonly placeOf: (cell: number) => Place;
}

interface Place {
  readonly aside: number;
  readonly below: number;
}

/**
 * Arms with hands, and legs: what hangs together is of one limb, which one is judged by where it lies about the
 * head as the photo stands; shoulders end the chest.
 * @param body coverage of neck and limbs, in one plate or in several that go on where the others end
 * @returns parts of each plate, of none that hardly shows
 */
export function limbParts(frame: FaceFrame, body: readonly FoundPart[]): FoundPart[] {
  if (body.length === 0) return [];
  const cells = cellsOf(frame, body);
  const limbs = limbsOf(frame, cells);
  return LIMBS.flatMap((limb) => {
    const share = shareOf(cells, limbs, limb);
    let area = 0;
    for (let i = 0; i < share.length; i++) area += share[i]! * cells.covered[i]!;
    if (area < LEAST_LIMB * CELLS_OF_FACE ** 2) return [];
    return body.flatMap(({ region, coverage8, doubt }) => {
      const coverage = mapPlane(enlarge(share, cells.region, region), (of, i) => (of * coverage8[i]!) / 255);
      return foundPart(limb, region, coverage, doubt) ?? [];
    });
  });
}

function cellsOf(frame: FaceFrame, body: readonly FoundPart[]): Cells {
  const side = frame.unit / CELLS_OF_FACE;
  const all = boundsOfAll(body.map(({ region }) => boundsOfRegion(region)))!;
  // A cell more on each side, to look between them.
  const [x, y] = [all.left - side, all.top - side];
  const [outWidth, outHeight] = [
    Math.ceil((all.right - x) / side) + 1,
    Math.ceil((all.bottom - y) / side) + 1,
  ];
  const region = { x, y, width: outWidth * side, height: outHeight * side, outWidth, outHeight };
  const covered = new Float32Array(outWidth * outHeight);
  for (const { region: of, coverage8 } of body) {
    const pixel = (of.width * of.height) / coverage8.length;
    for (let i = 0; i < coverage8.length; i++) {
      if (coverage8[i] === 0) continue;
      const cell = pixelAt(region, pixelCentre(of, i % of.outWidth, Math.floor(i / of.outWidth)))!;
      covered[cell] = Math.min(1, covered[cell]! + ((coverage8[i]! / 255) * pixel) / (side * side));
    }
  }
  const neck = neckOf(frame);
  const placeOf = (cell: number) => {
    const [px, py] = pixelCentre(region, cell % outWidth, Math.floor(cell / outWidth));
    return { aside: Math.abs(px - neck[0]) / frame.unit, below: (py - frame.origin[1]) / frame.unit };
  };
  return { region, covered, placeOf };
}

/** The middle of the neck. */
function neckOf(frame: FaceFrame): LandmarkPoint {
  return faceToImage(frame, [frame.chin[0], frame.chin[1] + NECK_REACH]);
}

/** Which limb each cell is of; those that are hardly covered are of that of the nearest one. */
function limbsOf(frame: FaceFrame, { region, covered, placeOf }: Cells): Limb[] {
  const { outWidth } = region;
  const neck = neckOf(frame);
  const limbs: Limb[] = new Array(covered.length);
  const seen = new Uint8Array(covered.length);
  for (let first = 0; first < covered.length; first++) {
    if (seen[first] === 1 || covered[first]! < LEAST_OF_CELL) continue;
    seen[first] = 1;
    const piece = grownFrom([first], region, (next) => {
      if (seen[next] === 1 || covered[next]! < LEAST_OF_CELL) return false;
      return (seen[next] = 1) === 1;
    });
    const isNeck = piece.some((cell) => {
      const [x, y] = pixelCentre(region, cell % outWidth, Math.floor(cell / outWidth));
      return Math.hypot(x - neck[0], y - neck[1]) < NECK_REACH * frame.unit;
    });
    const limb = isNeck ? 'neck' : limbOf(piece.map(placeOf));
    for (const cell of piece) limbs[cell] = limb === 'neck' && isBeyondChest(placeOf(cell)) ? 'arms' : limb;
  }
  const known = [...limbs.keys()].filter((cell) => limbs[cell]);
  grownFrom(known, region, (next, from) => {
    if (limbs[next]) return false;
    limbs[next] = limbs[from]!;
    return true;
  });
  return limbs;
}

/** Of skin that hangs together with the neck. */
function isBeyondChest({ aside, below }: Place): boolean {
  return aside > ARMS_FROM_ASIDE || below > ARMS_FROM_BELOW;
}

/** Of a piece that does not hang together with the neck. */
function limbOf(piece: readonly Place[]): Limb {
  const meanOf = (of: (place: Place) => number) =>
    piece.reduce((sum, place) => sum + of(place), 0) / piece.length;
  const below = meanOf((place) => place.below);
  if (below < CHEST_PIECE.below && meanOf((place) => place.aside) < CHEST_PIECE.aside) return 'neck';
  const top = piece.reduce((least, place) => Math.min(least, place.below), Infinity);
  const isLarge = piece.length > LEGS.least * CELLS_OF_FACE ** 2;
  const isLeg = below > LEGS.surely || (isLarge && top > LEGS.from);
  return isLeg ? 'legs' : 'arms';
}

/** 0..1 of a limb, its borders softened. */
function shareOf(
  { region: { outWidth: width, outHeight: height } }: Cells,
  limbs: readonly Limb[],
  limb: Limb,
): Float32Array {
  const own = Float32Array.from(limbs, (of) => (of === limb ? 1 : 0));
  return boxMeans(own, { channels: 1, width, height, radius: 1 });
}
