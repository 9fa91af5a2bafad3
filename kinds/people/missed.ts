import { makeMark } from '#core/document/make';
import type { Area, Part, Photo } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { area as areaMark } from '#kinds/mark/area/index';
import type { FoundNames } from '#kinds/mark/found-part/putFound';

/** Parts that not everybody has, which find may take for others: a hand adds them. */
export const MAY_BE_MISSED = ['hat', 'glasses', 'jewellery', 'beard'] as const satisfies readonly Part[];
export type MissedPart = (typeof MAY_BE_MISSED)[number];

/** Lenses do not hide the eyes. */
const STAYS_BENEATH: readonly Part[] = ['irises', 'whites'];

/**
 * Adds an empty part of a sitter's to which marks are drawn by hand, and takes it off all other parts of theirs and off
 * the background: what is drawn in it belongs to nothing else.
 */
export function addMissed(
  photo: Photo,
  { id, part, sitter }: { readonly id: string; readonly part: MissedPart; readonly sitter: string },
  { newId, nameOf }: FoundNames,
): Photo {
  const number =
    photo.sitters.length > 1 ? photo.sitters.find((one) => one.id === sitter)?.number : undefined;
  const added: Area = {
    id,
    name: nameOf(part, number),
    part,
    sitter,
    marks: [],
    inverted: false,
    edgeCare: NO_EDGE_CARE,
  };
  return { ...photo, areas: [...takenOff(photo.areas, added, newId), added] };
}

/** Takes what was added by hand off parts that came later, as when people are found anew. */
export function takeOffLater(photo: Photo, newId: () => string): Photo {
  const isAdded = ({ id, part, sitter }: Area) =>
    sitter !== null &&
    MAY_BE_MISSED.some((name) => name === part) &&
    photo.areas.some((other) => loses(other, id));
  return {
    ...photo,
    areas: photo.areas.filter(isAdded).reduce((areas, added) => takenOff(areas, added, newId), photo.areas),
  };
}

function takenOff(areas: readonly Area[], added: Area, newId: () => string): readonly Area[] {
  return areas.map((area) => {
    const isTheirs = area.sitter === added.sitter || area.part === 'background';
    // One that was added before and is taken off this one keeps what it has: neither would cover anything else.
    if (!isTheirs || area.id === added.id || STAYS_BENEATH.includes(area.part)) return area;
    if (loses(area, added.id) || loses(added, area.id)) return area;
    const mark = makeMark(areaMark, { areaId: added.id }, { id: newId(), mode: 'remove' });
    return { ...area, marks: [...area.marks, mark] };
  });
}

/** Whether an area loses what another one covers. */
function loses({ marks }: Area, id: string): boolean {
  return marks.some(
    ({ kind, mode, parameters }) => kind === areaMark.id && mode === 'remove' && parameters.areaId === id,
  );
}
