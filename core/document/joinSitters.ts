import { likenessDistance } from './likeness';
import type { Likeness, Person, Photo, Sitter, Sitting } from './schema';

/** Nearer than this it is the same person. */
export const SURELY_WITHIN = 0.33;
/** So far somebody is asked whether it is the same. */
export const PERHAPS_WITHIN = 0.5;
/** The next person must be further away by so much. */
const LEAST_LEAD = 0.05;
/** A person is as near as the mean of so many of the nearest photos. */
const NEAREST = 2;

/** Two people who may be one, and how unlike they are. */
export interface MaybeOne {
  readonly person: string;
  readonly other: string;
  readonly distance: number;
}

/**
 * Says for every sitter of a photo, where nobody has said it, who of the sitting it is: the person whose likenesses
 * are surely nearest, or somebody new. Nobody is twice in a photo.
 */
export function joinSitters(sitting: Sitting, photoId: string, newId: () => string): Sitting {
  const photo = sitting.photos.find(({ id }) => id === photoId);
  if (!photo) return sitting;
  const others = likenessesOf(sitting.photos.filter((each) => each !== photo));
  const taken = new Set(photo.sitters.flatMap(({ person }) => person ?? []));
  const said = new Map<string, string>();
  const pairs = photo.sitters
    .filter(({ person }) => !person)
    .flatMap(({ id, likeness }) =>
      likeness ? sureOf(likeness, others).map((sure) => ({ id, ...sure })) : [],
    )
    .sort((p, q) => p.away - q.away);
  for (const { id, person } of pairs) {
    if (said.has(id) || taken.has(person)) continue;
    said.set(id, person);
    taken.add(person);
  }
  const people: Person[] = [...sitting.people];
  for (const { id, person } of photo.sitters) {
    if (person || said.has(id)) continue;
    const somebody = newPerson(newId());
    people.push(somebody);
    said.set(id, somebody.id);
  }
  return putPhoto({ ...sitting, people }, photoId, (sitter) => said.get(sitter.id) ?? sitter.person);
}

/** Whether a photo shows both of two people: then they are not one. */
export function areTogether({ photos }: Pick<Sitting, 'photos'>, person: string, other: string): boolean {
  return photos.some(({ sitters }) =>
    [person, other].every((id) => sitters.some((sitter) => sitter.person === id)),
  );
}

/** Who may be the same, the likeliest first: nobody of whom it was denied, nor who sit beside each other. */
export function maybeOne(sitting: Sitting): MaybeOne[] {
  const { people } = sitting;
  const known = likenessesOf(sitting.photos);
  return people
    .flatMap((person, n) =>
      people.slice(n + 1).flatMap((other): MaybeOne[] => {
        const [first, second] = [known.get(person.id), known.get(other.id)];
        const denied = person.isNot.includes(other.id) || other.isNot.includes(person.id);
        if (!first || !second || denied) return [];
        const distance = Math.min(...first.map((likeness) => awayFrom(likeness, second)));
        const may = distance <= PERHAPS_WITHIN && !areTogether(sitting, person.id, other.id);
        return may ? [{ person: person.id, other: other.id, distance }] : [];
      }),
    )
    .sort((p, q) => p.distance - q.distance);
}

/** Says by hand who a sitter is. @param personId undefined for somebody new */
export function sayWho(
  sitting: Sitting,
  { photoId, sitterId }: { readonly photoId: string; readonly sitterId: string },
  personId: string | undefined,
  newId: () => string,
): Sitting {
  const id = personId ?? newId();
  const people = personId === undefined ? [...sitting.people, newPerson(id)] : sitting.people;
  const put = putPhoto({ ...sitting, people }, photoId, (sitter) =>
    sitter.id === sitterId ? id : sitter.person,
  );
  return { ...put, people: stillSeen(put) };
}

/** One person is another one: every photo of the first goes to the second. */
export function joinPeople(sitting: Sitting, from: string, to: string): Sitting {
  const name = (id: string) => sitting.people.find((person) => person.id === id)?.name;
  return {
    ...sitting,
    people: sitting.people
      .filter(({ id }) => id !== from)
      .map((person) => (person.id === to ? { ...person, name: person.name || (name(from) ?? '') } : person)),
    photos: sitting.photos.map((photo) => ({
      ...photo,
      sitters: photo.sitters.map((sitter) => (sitter.person === from ? { ...sitter, person: to } : sitter)),
    })),
  };
}

/** Says that two are not one, however alike they are. */
export function keepApart(sitting: Sitting, { person, other }: Pick<MaybeOne, 'person' | 'other'>): Sitting {
  const deny = (entry: Person) =>
    entry.id === person ? { ...entry, isNot: [...entry.isNot, other] } : entry;
  return { ...sitting, people: sitting.people.map(deny) };
}

const newPerson = (id: string): Person => ({ id, name: '', isNot: [] });

/** What a person is called: the name that was given, or a letter by the order in which they came. */
export function personName(people: readonly Person[], id: string): string {
  const place = people.findIndex((person) => person.id === id);
  return people[place]?.name || `Sitter ${letters(place)}`;
}

/** A, B, … Z, AA, AB, … */
function letters(place: number): string {
  const last = String.fromCharCode(65 + (Math.max(0, place) % 26));
  return place < 26 ? last : letters(Math.floor(place / 26) - 1) + last;
}

/** People whom no photo shows any more and who have no name are nobody. */
function stillSeen({ people, photos }: Sitting): Person[] {
  const seen = new Set(photos.flatMap(({ sitters }) => sitters.map(({ person }) => person)));
  return people.filter(({ id, name }) => name !== '' || seen.has(id));
}

function likenessesOf(photos: readonly Photo[]): ReadonlyMap<string, readonly Likeness[]> {
  const known = new Map<string, Likeness[]>();
  for (const { person, likeness } of photos.flatMap(({ sitters }) => sitters))
    if (person && likeness) known.set(person, [...(known.get(person) ?? []), likeness]);
  return known;
}

/** The one who is surely meant, if any. */
function sureOf(likeness: Likeness, known: ReadonlyMap<string, readonly Likeness[]>) {
  const nearest = [...known]
    .map(([person, likenesses]) => ({ person, away: awayFrom(likeness, likenesses) }))
    .sort((p, q) => p.away - q.away);
  const [first, second] = nearest;
  const isSure = first && first.away <= SURELY_WITHIN && (!second || second.away - first.away >= LEAST_LEAD);
  return isSure ? [first] : [];
}

function awayFrom(one: Likeness, known: readonly Likeness[]): number {
  const nearest = known
    .map((other) => likenessDistance(one, other))
    .sort((p, q) => p - q)
    .slice(0, NEAREST);
  return nearest.reduce((sum, value) => sum + value, 0) / nearest.length;
}

function putPhoto(sitting: Sitting, photoId: string, who: (sitter: Sitter) => Sitter['person']): Sitting {
  return {
    ...sitting,
    photos: sitting.photos.map((photo) =>
      photo.id === photoId
        ? { ...photo, sitters: photo.sitters.map((sitter) => ({ ...sitter, person: who(sitter) })) }
        : photo,
    ),
  };
}
