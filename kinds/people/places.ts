import type { Area, Mark, Part, Photo } from '#core/document/schema';
import { doubtfulPlace } from '#kinds/mark/doubtful-place/index';
import type { DoubtfulPlaceParameters } from '#kinds/mark/doubtful-place/schema';

/** A doubtful place of an area that nobody has decided yet. */
export interface OpenPlace extends DoubtfulPlaceParameters {
  readonly sitter: string;
}

/** The places of an area that nobody has decided yet, in the order in which they were found. */
export function openPlaces({ marks }: Area): readonly OpenPlace[] {
  return marks.filter(isOpen).map(({ parameters }) => parameters as unknown as OpenPlace);
}

/** Whether a mark is a place that nobody has decided yet. */
export function isOpen({ kind, on }: Mark): boolean {
  return kind === doubtfulPlace.id && !on;
}

/** Decides a place in every area that it concerns: it belongs to the other part, or stays where it is. */
export function decidePlace(photo: Photo, plate: string, belongs: 'has' | 'may'): Photo {
  const isIt = (mark: Mark) => isOpen(mark) && mark.parameters.plate === plate;
  return {
    ...photo,
    areas: photo.areas.map((area) => {
      if (!area.marks.some(isIt)) return area;
      const marks =
        belongs === 'may'
          ? area.marks.map((mark) => (isIt(mark) ? { ...mark, on: true } : mark))
          : area.marks.filter((mark) => !isIt(mark));
      return { ...area, marks };
    }),
  };
}

/** A place shown by itself: an area that is not in the document. */
export function areaOfPlace(area: Area, plate: string): Area | undefined {
  const mark = area.marks.find((entry) => isOpen(entry) && entry.parameters.plate === plate);
  return mark && { ...area, id: PLACE_AREA, inverted: false, marks: [{ ...mark, mode: 'add', on: true }] };
}
/** The id of that area. */
export const PLACE_AREA = 'doubtful-place';

/** The part of the document that a found part shows in. */
export function partOf(found: DoubtfulPlaceParameters['has']): Part {
  if (found.startsWith('iris')) return 'irises';
  if (found.startsWith('whites')) return 'whites';
  return found.startsWith('brow') ? 'brows' : (found as Part);
}
