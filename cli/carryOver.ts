import { WHOLE_PICTURE } from '#core/document/schema';
import type { Area, Photo } from '#core/document/schema';
import type { JsonObject } from '#core/document/kinds';
import { newPhoto } from '#core/document/commands';
import type { MarkKind } from '#core/render/kinds';
import { KINDS } from '#kinds/registry.gen';
import { CommandError } from '#core/errors';
import type { Plate } from '#core/raster/plate';
import { findInto } from './openPlan';
import type { OpenedPhoto } from '../node/openPhoto';

/** A plan as it stands on another photo, the coverage of its areas, and what could not be carried. */
export interface Carried {
  readonly photo: Photo;
  readonly plates: ReadonlyMap<string, Plate>;
  readonly warnings: readonly string[];
}

/**
 * Carries a plan to another photo: parts are found anew for the sitter of the same number, readings are left
 * to the rungs of the new areas; areas built on others go with their fades, other marks drawn by hand stay
 * behind.
 * @throws {NetworksMissingError} {CommandError} nobody, when the plan stands on people and there are none
 */
export async function carryOver(
  plan: Photo,
  { name, sha256, pyramid }: OpenedPhoto,
  onProgress: (share: number) => void,
): Promise<Carried> {
  const empty = newPhoto({ id: sha256, file: name, width: pyramid.width, height: pyramid.height });
  if (plan.plan.every(({ areaId }) => areaId === null))
    return { photo: { ...empty, plan: plan.plan }, plates: new Map(), warnings: [] };
  const found = await findInto(empty, pyramid, onProgress);
  const warnings: string[] = [];
  if (found.photo.sitters.length === 0) throw new CommandError('nobody');
  const areas = plan.areas.map((area): Area => {
    const built = area.marks.some((mark) => kindOf(mark).names)
      ? builtMarks(area, plan, found.photo)
      : undefined;
    if (built) return { ...area, marks: built, sitter: null };
    const marks = foundMarks(area, plan, found.photo);
    if (marks.length === 0) warnings.push(`${area.name} could not be found here; its steps are left out`);
    else if (area.marks.some((mark) => kindOf(mark).carry !== 'anew'))
      warnings.push(`${area.name}: marks drawn by hand stay with their own photo`);
    return { ...area, marks, sitter: null };
  });
  const covered = new Set([
    WHOLE_PICTURE.id,
    ...areas.filter(({ marks }) => marks.length > 0).map(({ id }) => id),
  ]);
  const steps = plan.plan.filter(({ areaId }) => areaId === null || covered.has(areaId));
  return {
    photo: { ...empty, sitters: found.photo.sitters, areas, plan: steps },
    plates: found.plates,
    warnings,
  };
}

/**
 * Marks of an area that is built on others (roots, tips): those others, carried by themselves, and fades
 * moved with the face.
 */
function builtMarks(area: Area, plan: Photo, found: Photo): Area['marks'] {
  const sitter = plan.sitters.find(({ id }) => id === area.sitter);
  const other = found.sitters.find(({ number }) => number === (sitter?.number ?? 1));
  return area.marks.flatMap((mark) => {
    const { carry } = kindOf(mark);
    if (carry === 'as-it-is') return [mark];
    if (typeof carry !== 'function' || !sitter || !other) return [];
    return [{ ...mark, parameters: carry(mark.parameters, sitter.face, other.face) as JsonObject }];
  });
}

const kindOf = ({ kind }: Area['marks'][number]): MarkKind => KINDS.marks.get(kind)!;

/**
 * The marks that find gave for an area's part: of the sitter with the same number, or of all where it was
 * nobody's.
 */
function foundMarks({ part, sitter }: Area, plan: Photo, found: Photo): Area['marks'] {
  const number = plan.sitters.find(({ id }) => id === sitter)?.number;
  const owner = found.sitters.find((entry) => entry.number === number)?.id;
  return found.areas
    .filter((area) => area.part === part && (number === undefined || area.sitter === owner))
    .flatMap(({ marks }) => marks);
}
