import { randomUUID } from 'node:crypto';
import type { Photo } from '#core/document/schema';
import { newPhoto } from '#core/document/commands';
import { carryPlan } from '#kinds/set/carryPlan';
import { carryWords } from '#kinds/set/carryWords';
import { CommandError } from '#core/errors';
import type { Plate } from '#core/raster/plate';
import type { PlanFile } from '#core/formats/planFile';
import { findInto } from './openPlan';
import type { FindPlace } from './openPlan';
import { planShifts } from './planShifts';
import type { OpenedPhoto } from '../node/openPhoto';

/** A plan as it stands on another photo, the coverage of its areas, and what could not be carried. */
export interface Carried {
  readonly photo: Photo;
  readonly plates: ReadonlyMap<string, Plate>;
  readonly warnings: readonly string[];
}

/**
 * Carries a plan to another photo: parts are found anew for the sitter of the same number, what was drawn goes
 * with the face and the parts it lies on, readings are left to the rungs of the new areas.
 * @throws {NetworksMissingError} {CommandError} nobody, when the plan stands on people and there are none
 */
export async function carryOver(
  file: PlanFile,
  { name, sha256, pyramid }: OpenedPhoto,
  place: FindPlace,
): Promise<Carried> {
  const plan = file.photo;
  const empty = newPhoto({ id: sha256, file: name, width: pyramid.width, height: pyramid.height });
  const standsOnParts = plan.plan.some(({ areaId }) => areaId !== null);
  const found = standsOnParts
    ? await findInto(empty, pyramid, place)
    : { photo: empty, plates: new Map<string, Plate>() };
  if (standsOnParts && found.photo.sitters.length === 0) throw new CommandError('nobody');
  const who = plan.sitters.flatMap(({ id, number }) => {
    const same = found.photo.sitters.find((sitter) => sitter.number === number);
    return same ? [[id, same.id] as const] : [];
  });
  const people = new Map(who);
  const shifts = planShifts(file)({ ...found, who: people });
  const options = { wholePicture: true, fades: 'face', wins: 'plan', shifts, newId: randomUUID } as const;
  const { photo, notes } = carryPlan(plan, found.photo, people, options);
  return { photo, plates: found.plates, warnings: notes.map(carryWords) };
}
