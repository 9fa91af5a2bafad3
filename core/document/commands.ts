import { clamp } from '../math/clamp';
import { DOCUMENT_VERSION, MOST } from './schema';
import { fitFileName, fitName } from './names';
import type { Area, Mark, Photo, Reading, ShotPlace, Sitting, SitterCorridor, Step } from './schema';

type Entry = { readonly id: string };

/** A sitting without photos. @param now instant, ISO 8601 */
export function newSitting(id: string, name: string, now: string): Sitting {
  return {
    schema: DOCUMENT_VERSION,
    id,
    name: fitName(name, 'Unnamed sitting'),
    createdAt: now,
    updatedAt: now,
    note: '',
    tags: [],
    archived: false,
    people: [],
    photos: [],
  };
}

/** A frame of a clip on which nothing is said of steps yet: numbers go over, every frame is measured. */
export const shotPlace = (place: Pick<ShotPlace, 'clip' | 'file' | 'n'> & Partial<ShotPlace>): ShotPlace => ({
  holds: [],
  measuredAtKeys: [],
  ...place,
});

/** A photo without areas and steps. */
export function newPhoto({
  frame,
  ...identity
}: Pick<Photo, 'id' | 'file' | 'width' | 'height'> & {
  readonly frame?: Parameters<typeof shotPlace>[0] | null;
}): Photo {
  return {
    ...identity,
    frame: frame ? shotPlace(frame) : null,
    file: fitFileName(identity.file),
    profile: 'srgb',
    choice: null,
    sitters: [],
    corridors: [],
    areas: [],
    readings: [],
    plan: [],
    versions: [],
    brought: [],
  };
}

/** A sitting with one of its photos changed; an unknown id changes nothing. */
export function changePhoto(sitting: Sitting, photoId: string, change: (photo: Photo) => Photo): Sitting {
  return { ...sitting, photos: changeEntry(sitting.photos, photoId, change) };
}

/** Gives a sitter's skin a corridor of its own, or the one of common practice back. */
export function putCorridor(
  photo: Photo,
  sitter: string | null,
  corridor: Omit<SitterCorridor, 'sitter'> | undefined,
): Photo {
  const others = photo.corridors.filter((entry) => entry.sitter !== sitter);
  return { ...photo, corridors: corridor ? [...others, { ...corridor, sitter }] : others };
}

/** Puts an area at the end of the list. */
export function addArea(photo: Photo, area: Area): Photo {
  return { ...photo, areas: [...photo.areas, area] };
}

/** A photo with one of its areas changed; an unknown id changes nothing. */
export function changeArea(photo: Photo, areaId: string, change: (area: Area) => Area): Photo {
  return { ...photo, areas: changeEntry(photo.areas, areaId, change) };
}

/** A copy of an area right behind it, with a name and an id of its own, without readings and steps. */
export function duplicateArea(
  photo: Photo,
  areaId: string,
  { id, name }: Pick<Area, 'id' | 'name'>,
  newId: () => string,
): Photo {
  return {
    ...photo,
    areas: photo.areas.flatMap((area) =>
      area.id === areaId
        ? [
            area,
            {
              ...area,
              id,
              name,
              part: 'other' as const,
              sitter: null,
              marks: area.marks.map((mark) => ({ ...mark, id: newId() })),
            },
          ]
        : [area],
    ),
  };
}

/**
 * One area per mark that adds, each with the other marks and its own copy of the steps; readings stay with
 * the first.
 */
export function divideArea(photo: Photo, areaId: string, newId: () => string): Photo {
  const area = photo.areas.find(({ id }) => id === areaId);
  const adding = area?.marks.filter(({ mode, on }) => mode === 'add' && on) ?? [];
  if (!area || adding.length < 2) return photo;
  const parts = adding.map((mark, n): Area => ({
    ...area,
    id: n === 0 ? area.id : newId(),
    name: fitName(`${area.name.slice(0, MOST.nameLength - 6)}, ${n + 1}`, area.name),
    marks: area.marks
      .filter((other) => other === mark || !adding.includes(other))
      .map((other) => (n === 0 ? other : { ...other, id: newId() })),
  }));
  return {
    ...photo,
    areas: photo.areas.flatMap((entry) => (entry === area ? parts : [entry])),
    plan: photo.plan.flatMap((step) =>
      step.areaId === areaId
        ? parts.map(({ id }, n) => (n === 0 ? step : { ...step, id: newId(), areaId: id }))
        : [step],
    ),
  };
}

/** Removes an area with the readings and steps that stand on it. */
export function removeArea(photo: Photo, areaId: string): Photo {
  return {
    ...photo,
    areas: without(photo.areas, areaId),
    readings: photo.readings.filter((reading) => reading.areaId !== areaId),
    plan: photo.plan.filter((step) => step.areaId !== areaId),
  };
}

/** Puts a mark at the end of an area's list, or in the place of the one with its id. */
export function putMark(photo: Photo, areaId: string, mark: Mark): Photo {
  return changeArea(photo, areaId, (area) => ({ ...area, marks: putEntry(area.marks, mark) }));
}

/** Takes a mark out of its area. */
export function removeMark(photo: Photo, areaId: string, markId: string): Photo {
  return changeArea(photo, areaId, (area) => ({ ...area, marks: without(area.marks, markId) }));
}

/** Puts a reading at the end of the list, or in the place of the one with its id. */
export function putReading(photo: Photo, reading: Reading): Photo {
  return { ...photo, readings: putEntry(photo.readings, reading) };
}

/** Takes a reading away. */
export function removeReading(photo: Photo, readingId: string): Photo {
  return { ...photo, readings: without(photo.readings, readingId) };
}

/** Turns steps on or off. */
export function turnSteps(photo: Photo, ids: readonly string[], on: boolean): Photo {
  return { ...photo, plan: photo.plan.map((step) => (ids.includes(step.id) ? { ...step, on } : step)) };
}

/** Puts a step at the end of the plan, or in the place of the one with its id. */
export function putStep(photo: Photo, step: Step): Photo {
  return { ...photo, plan: putEntry(photo.plan, step) };
}

/** Takes a step out of the plan. */
export function removeStep(photo: Photo, stepId: string): Photo {
  return { ...photo, plan: without(photo.plan, stepId) };
}

/** Moves a step by places, earlier (negative) or later, as far as the list goes. */
export function moveStep(photo: Photo, stepId: string, places: number): Photo {
  const from = photo.plan.findIndex((step) => step.id === stepId);
  const to = clamp(from + places, 0, photo.plan.length - 1);
  if (from < 0 || to === from) return photo;
  const plan = photo.plan.toSpliced(from, 1).toSpliced(to, 0, photo.plan[from]!);
  return { ...photo, plan };
}

/** A copy of a step right behind it, on its own area or on another (null for the whole picture). */
export function copyStep(
  photo: Photo,
  stepId: string,
  { id, areaId }: { readonly id: string; readonly areaId?: string | null },
): Photo {
  const plan = photo.plan.flatMap((step) =>
    step.id === stepId
      ? [step, { ...step, id, areaId: areaId === undefined ? step.areaId : areaId }]
      : [step],
  );
  return { ...photo, plan };
}

function changeEntry<T extends Entry>(
  entries: readonly T[],
  id: string,
  change: (entry: T) => T,
): readonly T[] {
  return entries.map((entry) => (entry.id === id ? change(entry) : entry));
}

function putEntry<T extends Entry>(entries: readonly T[], entry: T): readonly T[] {
  return entries.some(({ id }) => id === entry.id)
    ? changeEntry(entries, entry.id, () => entry)
    : [...entries, entry];
}

function without<T extends Entry>(entries: readonly T[], id: string): readonly T[] {
  return entries.filter((entry) => entry.id !== id);
}

/** Keeps the plan as it is under a name. @param savedAt instant, ISO 8601 */
export function keepVersion(photo: Photo, id: string, name: string, savedAt: string): Photo {
  const { areas, readings, plan } = photo;
  const kept = { id, name: fitName(name, 'Unnamed version'), savedAt, areas, readings, plan };
  return { ...photo, versions: [...photo.versions, kept] };
}

/** Puts a kept plan in place of the present one, areas and readings with it; an unknown id changes nothing. */
export function takeVersion(photo: Photo, id: string): Photo {
  const kept = photo.versions.find((version) => version.id === id);
  return kept ? { ...photo, areas: kept.areas, readings: kept.readings, plan: kept.plan } : photo;
}

/** Forgets a kept plan. */
export function dropVersion(photo: Photo, id: string): Photo {
  return { ...photo, versions: photo.versions.filter((version) => version.id !== id) };
}
