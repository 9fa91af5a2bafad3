import type { FoundPartName } from './foundPartNames';
import type { Area, Mark, Part, Photo, Sitter } from './schema';
import { NO_EDGE_CARE } from './schema';

/** One found part: its name, and the name under which its coverage is kept. */
export interface FoundEntry {
  readonly part: FoundPartName;
  readonly plate: string;
}

export interface FoundSitterEntry {
  readonly face: Sitter['face'];
  readonly doubts: Sitter['doubts'];
  readonly parts: readonly FoundEntry[];
}

/** What each part of the document is made of. */
const MADE_OF: readonly (readonly [Part, readonly FoundPartName[]])[] = [
  ['skin', ['skin']],
  ['face', ['face']],
  ['neck-limbs', ['neck-limbs']],
  ['irises', ['iris-right', 'iris-left']],
  ['lips', ['lips']],
  ['hair', ['hair']],
  ['brows', ['brow-right', 'brow-left']],
  ['whites', ['whites-right', 'whites-left']],
  ['teeth', ['teeth']],
  ['clothes', ['clothes']],
];

/**
 * Puts what was found into a photo. A sitter that was known keeps its id, an area of a known part its own marks,
 * edge care, readings and steps; only what was found before is replaced.
 * @param newId makes an id
 * @param nameOf names an area
 */
export function putFound(
  photo: Photo,
  sitters: readonly FoundSitterEntry[],
  background: FoundEntry | undefined,
  newId: () => string,
  nameOf: (part: Part, sitter: number | undefined) => string,
): Photo {
  const free = [...photo.sitters];
  const named = sitters.map((entry, n): Sitter => {
    const known = nearest(free, entry.face);
    if (known) free.splice(free.indexOf(known), 1);
    return { id: known?.id ?? newId(), number: n + 1, face: entry.face, doubts: entry.doubts };
  });
  const put = (
    areas: readonly Area[],
    part: Part,
    sitter: Sitter | undefined,
    entries: readonly FoundEntry[],
  ): readonly Area[] => {
    if (entries.length === 0) return areas;
    const owner = sitter?.id ?? null;
    const marks = entries.map((entry) => foundMark(newId(), owner ?? NOBODY, entry));
    const known =
      areas.find((area) => area.part === part && area.sitter === owner) ??
      areas.find((area) => area.part === part && area.sitter === null && area.marks.length === 0);
    if (!known)
      return [
        ...areas,
        {
          id: newId(),
          name: nameOf(part, sitters.length > 1 ? sitter?.number : undefined),
          part,
          sitter: owner,
          marks,
          inverted: false,
          edgeCare: NO_EDGE_CARE,
        },
      ];
    return areas.map((area) =>
      area === known
        ? {
            ...area,
            sitter: owner,
            marks: [...marks, ...area.marks.filter(({ kind }) => kind !== 'found-part')],
          }
        : area,
    );
  };
  let areas = photo.areas;
  for (const [n, sitter] of named.entries()) {
    for (const [part, names] of MADE_OF)
      areas = put(
        areas,
        part,
        sitter,
        sitters[n]!.parts.filter((entry) => names.includes(entry.part)),
      );
  }
  if (background) areas = put(areas, 'background', undefined, [background]);
  return { ...photo, sitters: named, areas };
}

function foundMark(id: string, sitter: string, { part, plate }: FoundEntry): Mark {
  return { id, kind: 'found-part', version: 1, mode: 'add', on: true, parameters: { sitter, part, plate } };
}
/** Whose the background is. */
const NOBODY = 'nobody';

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
