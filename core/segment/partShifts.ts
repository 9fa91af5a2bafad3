import { moveByFace, shiftedMove } from '../document/carryByFace';
import type { PlaceMove } from '../document/carryByFace';
import { PART_NAMES } from '../document/partNames';
import type { Area, Part, Photo, Sitter } from '../document/schema';
import { clamp } from '../math/clamp';
import { alignPlanes } from '../raster/alignPlanes';
import type { Planes } from '../raster/alignPlanes';
import { newField } from '../raster/field';
import type { Field } from '../raster/field';
import { shrinkPlate } from '../raster/plate';
import type { Plate } from '../raster/plate';
import { wholeRegion } from '../raster/raster';
import type { Region } from '../raster/raster';

/** A photo and the ready-made coverage of its areas. */
export interface PhotoPlates {
  readonly photo: Photo;
  readonly platesOf: (area: Area) => readonly Plate[];
}

/** Pixels of the longer side on which parts are laid upon each other. */
const GRID = 96;
/** What tells where people lie in the frame; a face's features, which are small, lie in its own window. */
const FEATURES: readonly Part[] = ['irises', 'lips', 'brows', 'whites', 'teeth'];
const LARGE = (Object.keys(PART_NAMES) as Part[]).filter(
  (part) => !['skin', 'other', ...FEATURES].includes(part),
);
/** Beyond the face's box, in its size; */
const FACE_MARGIN = 0.15;
/** and so near to the border of that window, in its size, what is in it goes with what is around it. */
const FACE_BORDER = 0.1;

/**
 * How much further than by the faces' points places go so that found parts come to lie on the same parts of another
 * photo: over the whole frame, then in the face alone.
 * @returns by the sitter's id in `from`: fields of shifts, pixels of the other photo, to be added one after another
 */
export function partShifts(
  from: PhotoPlates,
  to: PhotoPlates,
  who: ReadonlyMap<string, string>,
): ReadonlyMap<string, readonly Field[]> {
  const shifts = new Map<string, readonly Field[]>();
  for (const sitter of from.photo.sitters) {
    const other = to.photo.sitters.find(({ id }) => id === who.get(sitter.id));
    if (other) shifts.set(sitter.id, shiftsOf({ ...from, sitter }, { ...to, sitter: other }));
  }
  return shifts;
}

interface SitterPlates extends PhotoPlates {
  readonly sitter: Sitter;
}

function shiftsOf(from: SitterPlates, to: SitterPlates): readonly Field[] {
  const move = moveByFace(from.sitter, to.sitter);
  const whole = aligned(from, to, { parts: LARGE, move, window: wholeOf });
  if (!whole) return [];
  const within = { parts: [...LARGE, ...FEATURES], move: shiftedMove(move, [whole]), window: faceOf };
  const inFace = aligned(from, to, within);
  return inFace ? [whole, fadedOut(inFace)] : [whole];
}

const wholeOf = ({ photo }: SitterPlates): Region => wholeRegion(photo.width, photo.height, GRID);

function faceOf({ sitter: { face } }: SitterPlates): Region {
  const scale = GRID / Math.max(face.width, face.height);
  return {
    x: face.x - FACE_MARGIN * face.width,
    y: face.y - FACE_MARGIN * face.height,
    width: (1 + 2 * FACE_MARGIN) * face.width,
    height: (1 + 2 * FACE_MARGIN) * face.height,
    outWidth: Math.round(scale * face.width),
    outHeight: Math.round(scale * face.height),
  };
}

/** @returns undefined where the photos have no part in common */
function aligned(
  from: SitterPlates,
  to: SitterPlates,
  {
    parts,
    move,
    window,
  }: {
    readonly parts: readonly Part[];
    readonly move: PlaceMove;
    readonly window: (of: SitterPlates) => Region;
  },
): Field | undefined {
  const [here, there] = [window(from), window(to)];
  const both = parts.flatMap((part) => {
    const pair = [coverageOf(from, part, here), coverageOf(to, part, there)] as const;
    return pair[0] && pair[1] ? [[pair[0], pair[1]] as const] : [];
  });
  if (both.length === 0) return undefined;
  const planes = ({ outWidth: width, outHeight: height }: Region, of: 0 | 1): Planes => ({
    width,
    height,
    planes: both.map((pair) => pair[of]),
  });
  const shifts = alignPlanes(planes(here, 0), planes(there, 1), startOf(move, here, there));
  const field = newField(here, 2);
  const [across, down] = [there.width / there.outWidth, there.height / there.outHeight];
  for (let i = 0; i < shifts.length; i += 2) {
    field.data[i] = across * shifts[i]!;
    field.data[i + 1] = down * shifts[i + 1]!;
  }
  return field;
}

/** Where each pixel of a window lies in another, in pixels from the middle of its first. */
function startOf(move: PlaceMove, here: Region, there: Region): Float32Array {
  const start = new Float32Array(2 * here.outWidth * here.outHeight);
  for (let row = 0, i = 0; row < here.outHeight; row++)
    for (let column = 0; column < here.outWidth; column++, i += 2) {
      const [x, y] = move.place(
        here.x + ((column + 0.5) * here.width) / here.outWidth,
        here.y + ((row + 0.5) * here.height) / here.outHeight,
      );
      start[i] = ((x - there.x) * there.outWidth) / there.width - 0.5;
      start[i + 1] = ((y - there.y) * there.outHeight) / there.height - 0.5;
    }
  return start;
}

/** Coverage of a part of the sitter, or of what is nobody's; undefined where there is none. */
function coverageOf({ photo, platesOf, sitter }: SitterPlates, part: Part, region: Region) {
  const plates = photo.areas
    .filter((area) => area.part === part && (area.sitter === sitter.id || area.sitter === null))
    .flatMap(platesOf);
  if (plates.length === 0) return undefined;
  const sum = new Float32Array(region.outWidth * region.outHeight);
  for (const plate of plates) {
    const one = new Float32Array(sum.length);
    shrinkPlate(plate, region, one);
    for (let i = 0; i < sum.length; i++) sum[i] = Math.max(sum[i]!, one[i]!);
  }
  return sum;
}

/** A field that is nothing at its border, so that it may lie on another. */
function fadedOut(field: Field): Field {
  const { outWidth, outHeight } = field.region;
  for (let row = 0, i = 0; row < outHeight; row++)
    for (let column = 0; column < outWidth; column++, i += 2) {
      const inside = Math.min(
        Math.min(column, outWidth - 1 - column) / outWidth,
        Math.min(row, outHeight - 1 - row) / outHeight,
      );
      const share = clamp(inside / FACE_BORDER, 0, 1);
      field.data[i]! *= share;
      field.data[i + 1]! *= share;
    }
  return field;
}
