import { DocumentError } from '../errors';
import type { Kinds } from './kinds';
import { parseWith } from './parse';
import { MOST, makePhotoSchema, makeSittingSchema } from './schema';
import type { Mark, Photo, Sitting } from './schema';

/**
 * Makes a check of whole sittings for whoever holds one and changes it often: what was checked once and is
 * shared with the next state (photos, marks) is not checked again.
 * @returns a function that throws {DocumentError} invalid, with the first place that is wrong
 */
export function makeDocumentCheck(kinds: Kinds): (sitting: Sitting) => void {
  const sittingSchema = makeSittingSchema(kinds);
  const photoSchema = makePhotoSchema(kinds);
  const photos = new WeakSet<Photo>();
  const marks = new WeakSet<Mark>();

  function checkPhoto(photo: Photo): void {
    for (const area of photo.areas) refuseTooMany(area.marks);
    const areas = photo.areas.map((area) => ({
      ...area,
      marks: area.marks.filter((mark) => !marks.has(mark)),
    }));
    parseWith(photoSchema, { ...photo, areas });
    for (const area of photo.areas) for (const mark of area.marks) marks.add(mark);
    photos.add(photo);
  }

  return (sitting) => {
    parseWith(sittingSchema, { ...sitting, photos: [] });
    if (new Set(sitting.photos.map(({ id }) => id)).size < sitting.photos.length) {
      throw new DocumentError('invalid', 'photos', 'holds a photo twice');
    }
    if (sitting.photos.length > MOST.photos)
      throw new DocumentError('invalid', 'photos', `holds more than ${MOST.photos}`);
    for (const photo of sitting.photos) if (!photos.has(photo)) checkPhoto(photo);
  };
}

/** Marks that were checked before are left out of the schema's sight, so they are counted here. */
function refuseTooMany(marks: readonly Mark[]): void {
  if (marks.length > MOST.marks) throw new DocumentError('invalid', 'marks', `holds more than ${MOST.marks}`);
  if (new Set(marks.map(({ id }) => id)).size < marks.length)
    throw new DocumentError('invalid', 'marks', 'holds a mark twice');
}
