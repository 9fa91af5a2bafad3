import { computed } from 'vue';
import { areTogether, joinPeople, keepApart, maybeOne, personName, sayWho } from '#core/document/joinSitters';
import { fitName } from '#core/document/names';
import type { Photo, Sitter } from '#core/document/schema';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';

/** A sitter as one photo shows it. */
export interface SeenSitter {
  readonly photo: Photo;
  readonly sitter: Sitter;
}

/** Who sits in the photos of the open sitting, and the hand's word on it. */
export function usePeople() {
  const sitting = useSitting();
  const notices = useNotices();
  const newId = () => crypto.randomUUID();
  /** everybody whom a photo shows, in the order in which they came */
  const people = computed(() => {
    const { people: all = [], photos = [] } = sitting.document ?? {};
    const seen = new Map<string, SeenSitter[]>();
    for (const photo of photos)
      for (const sitter of photo.sitters)
        if (sitter.person) seen.set(sitter.person, [...(seen.get(sitter.person) ?? []), { photo, sitter }]);
    return all
      .filter(({ id }) => seen.has(id))
      .map(({ id, name }) => ({ id, name, called: personName(all, id), seen: seen.get(id)! }));
  });
  /** What a sitter of a photo is called there: by name, or by its place from the left. */
  const nameOf = ({ person, number }: Sitter) =>
    sitting.document?.people.find(({ id }) => id === person)?.name || `Sitter ${number}`;

  /** @param personId undefined for somebody new */
  function say({ photo, sitter }: SeenSitter, personId: string | undefined): void {
    const others = photo.sitters.filter(({ id }) => id !== sitter.id);
    if (personId !== undefined && others.some(({ person }) => person === personId)) return refuse(photo.file);
    const place = { photoId: photo.id, sitterId: sitter.id };
    sitting.change('who a sitter is', (document) => sayWho(document, place, personId, newId));
  }
  function name(id: string, text: string): void {
    const given = text.trim() === '' ? '' : fitName(text, '');
    sitting.change('name of a sitter', (document) => ({
      ...document,
      people: document.people.map((person) => (person.id === id ? { ...person, name: given } : person)),
    }));
  }
  function join(from: string, to: string): void {
    if (sitting.document && areTogether(sitting.document, from, to)) return refuse('one of these photos');
    sitting.change('join two sitters', (document) => joinPeople(document, from, to));
  }
  const refuse = (where: string) => notices.say(`They sit beside each other in ${where}: they are two.`);

  /** Whom a person may be the same as, the likeliest alone. */
  const questions = computed(() => {
    const asked = new Map<string, string>();
    for (const { person, other } of sitting.document ? maybeOne(sitting.document) : [])
      if (!asked.has(other) && !asked.has(person)) asked.set(other, person);
    return asked;
  });
  const part = (person: string, other: string) =>
    sitting.change('two sitters, not one', (document) => keepApart(document, { person, other }));

  return { people, questions, nameOf, say, name, join, part };
}
