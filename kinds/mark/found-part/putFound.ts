import type { FoundEntry, FoundPartName, FoundSitterEntry } from '#core/document/foundParts';
import { makeMark } from '#core/document/make';
import type { Area, Part, Photo, Sitter } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { foundPart } from './index';

/** What each part of the document is made of. */
const MADE_OF: readonly (readonly [Part, readonly FoundPartName[]])[] = [
  ['skin', ['skin']],
  ['face', ['face']],
  ['neck-limbs', ['neck-limbs']],
  ['arms', ['arms']],
  ['legs', ['legs']],
  ['irises', ['iris-right', 'iris-left']],
  ['lips', ['lips']],
  ['hair', ['hair']],
  ['beard', ['beard']],
  ['brows', ['brow-right', 'brow-left']],
  ['whites', ['whites-right', 'whites-left']],
  ['teeth', ['teeth']],
  ['glasses', ['glasses']],
  ['hat', ['hat']],
  ['clothes', ['clothes']],
];

/** Makes ids, and names areas: by their part, and by the sitter's number where there are several. */
export interface FoundNames {
  readonly newId: () => string;
  readonly nameOf: (part: Part, sitter: number | undefined) => string;
}

/**
 * Puts what was found into a photo. A sitter that was known keeps its id, an area of a known part its own
 * marks, edge care, readings and steps; only what was found before is replaced.
 */
export function putFound(
  photo: Photo,
  found: readonly Omit<FoundSitterEntry, 'doubtful'>[],
  background: FoundEntry | undefined,
  names: FoundNames,
): Photo {
  const sitters = nameSitters(photo.sitters, found, names.newId);
  const several = sitters.length > 1;
  let areas = photo.areas;
  for (const [n, sitter] of sitters.entries()) {
    for (const [part, of] of MADE_OF) {
      const entries = found[n]!.parts.filter((entry) => of.includes(entry.part));
      areas = putPart(
        areas,
        { part, owner: sitter.id, number: several ? sitter.number : undefined },
        entries,
        names,
      );
    }
  }
  if (background)
    areas = putPart(areas, { part: 'background', owner: null, number: undefined }, [background], names);
  return { ...photo, sitters, areas };
}

/** Sitters from left to right, each with the id of the known one whose face is nearest. */
function nameSitters(
  known: readonly Sitter[],
  found: readonly Omit<FoundSitterEntry, 'doubtful'>[],
  newId: () => string,
): readonly Sitter[] {
  const free = [...known];
  return found.map(({ face, points, doubts, likeness }, n) => {
    const same = nearest(free, face);
    if (same) free.splice(free.indexOf(same), 1);
    const { id = newId(), person = null } = same ?? {};
    return { id, number: n + 1, face, points, doubts, person, likeness };
  });
}

/** Whose the background is. */
const NOBODY = 'nobody';

/** One part in its area: a new one, or what was found before replaced in the one that is there. */
function putPart(
  areas: readonly Area[],
  {
    part,
    owner,
    number,
  }: { readonly part: Part; readonly owner: string | null; readonly number: number | undefined },
  entries: readonly FoundEntry[],
  { newId, nameOf }: FoundNames,
): readonly Area[] {
  if (entries.length === 0) return areas;
  const marks = entries.map((entry) =>
    makeMark(foundPart, { sitter: owner ?? NOBODY, ...entry }, { id: newId() }),
  );
  const known =
    areas.find((area) => area.part === part && area.sitter === owner) ??
    areas.find((area) => area.part === part && area.sitter === null && area.marks.length === 0);
  if (!known) {
    const name = nameOf(part, number);
    return [
      ...areas,
      { id: newId(), name, part, sitter: owner, marks, inverted: false, edgeCare: NO_EDGE_CARE },
    ];
  }
  const own = known.marks.filter(({ kind }) => kind !== foundPart.id);
  return areas.map((area) => (area === known ? { ...area, sitter: owner, marks: [...marks, ...own] } : area));
}

/** The known sitter whose face lies within half a face of this one. */
function nearest(known: readonly Sitter[], face: Sitter['face']): Sitter | undefined {
  const distance = (sitter: Sitter) =>
    Math.hypot(
      sitter.face.x + sitter.face.width / 2 - face.x - face.width / 2,
      sitter.face.y + sitter.face.height / 2 - face.y - face.height / 2,
    );
  const near = known.toSorted((p, q) => distance(p) - distance(q))[0];
  return near && distance(near) < face.width / 2 ? near : undefined;
}
