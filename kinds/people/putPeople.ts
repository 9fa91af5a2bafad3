import type { FoundDoubtEntry, FoundEntry, FoundSitterEntry } from '#core/document/foundParts';
import { makeMark } from '#core/document/make';
import { isSkin } from '#core/document/partNames';
import type { Area, Mark, Photo, Sitter } from '#core/document/schema';
import { doubtfulPlace } from '#kinds/mark/doubtful-place/index';
import { putFound } from '#kinds/mark/found-part/putFound';
import type { FoundNames } from '#kinds/mark/found-part/putFound';
import { takeOffLater } from './missed';
import { isOpen, partOf } from './places';

/**
 * Puts what was found into a photo, and into each part the places that it may gain or lose, which count once
 * somebody has decided them. Places that were found before and not decided go.
 */
export function putPeople(
  photo: Photo,
  found: readonly FoundSitterEntry[],
  background: FoundEntry | undefined,
  names: FoundNames,
): Photo {
  const put = putFound(photo, found, background, names);
  const doubts = found.flatMap(({ doubtful }, n) =>
    doubtful.map((place) => ({ place, sitter: put.sitters[n]! })),
  );
  const told = {
    ...put,
    areas: put.areas.map((area) => ({
      ...area,
      marks: [
        ...area.marks.filter((mark) => !isOpen(mark)),
        ...doubts.flatMap(({ place, sitter }) => markOf(area, place, sitter, names.newId)),
      ],
    })),
  };
  return takeOffLater(told, names.newId);
}

/** What a place does to an area once it is said to belong to the other part. */
function markOf(area: Area, place: FoundDoubtEntry, sitter: Sitter, newId: () => string): Mark[] {
  const isTheirs = area.sitter === sitter.id || area.part === 'background';
  if (!isTheirs) return [];
  const concerns = (found: FoundDoubtEntry['has']) =>
    area.part === partOf(found) || (found === 'skin' && area.part === skinPartAt(place, sitter));
  const mode = concerns(place.may) ? 'add' : 'remove';
  if (mode === 'remove' && !concerns(place.has) && !(place.has === 'skin' && isSkin(area.part))) return [];
  return [{ ...makeMark(doubtfulPlace, { sitter: sitter.id, ...place }, { id: newId() }), mode, on: false }];
}

/** Whether a place of skin is of the face or of neck and limbs. */
function skinPartAt({ box }: FoundDoubtEntry, { face }: Sitter): 'face' | 'neck-limbs' {
  const x = box.x + box.width / 2;
  const y = box.y + box.height / 2;
  const inFace = x > face.x && x < face.x + face.width && y > face.y && y < face.y + face.height;
  return inFace ? 'face' : 'neck-limbs';
}
