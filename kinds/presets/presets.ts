import { fitName } from '#core/document/names';
import { migrateStep } from '#core/document/migrations';
import { parseWith } from '#core/document/parse';
import { makePresetSchema } from '#core/document/schema';
import type { Area, Photo, Preset, PresetStep, Step } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';

/** Where a preset is put: on an area that is named where it is of one part, else on the parts of this sitter. */
export interface PresetPlace {
  readonly areaId: string | undefined;
  readonly sitter: string | undefined;
}

/** A photo with a preset's steps, and the parts that it lacks for the others. */
export interface PutPreset {
  readonly photo: Photo;
  readonly missing: readonly Area['part'][];
}

/** Whether a step means the same on another photo: it names no place of its own photo. */
export function travels({ kind }: Pick<Step, 'kind'>): boolean {
  return KINDS.adjusts.get(kind)?.handles === undefined;
}

/** Steps of a photo as a preset; those that are off or tied to their photo's places are left out. */
export function presetOf(
  steps: readonly Step[],
  { areas }: Pick<Photo, 'areas'>,
  named: { readonly id: string; readonly name: string },
): Preset {
  const partOf = (areaId: string | null) =>
    areaId === null ? 'whole-picture' : (areas.find(({ id }) => id === areaId)?.part ?? 'other');
  return {
    id: named.id,
    name: fitName(named.name, 'Unnamed preset'),
    steps: steps
      .filter((step) => step.on && travels(step))
      .map(({ kind, version, parameters, strength, areaId }) => ({
        part: partOf(areaId),
        kind,
        version,
        parameters,
        strength,
      })),
  };
}

/** The parts that a preset is for, each once. */
export function partsOfPreset({ steps }: Preset): readonly PresetStep['part'][] {
  return [...new Set(steps.map(({ part }) => part))];
}

/** Puts a preset's steps at the end of a photo's plan. @param newId gives the steps their ids */
export function putPreset(photo: Photo, preset: Preset, place: PresetPlace, newId: () => string): PutPreset {
  const missing = new Set<Area['part']>();
  const isOfOnePart = partsOfPreset(preset).length === 1;
  const open = photo.areas.find(({ id, marks }) => id === place.areaId && marks.length > 0);
  const areaFor = (part: Area['part']) =>
    (isOfOnePart && open) ||
    photo.areas.find(
      (area) =>
        area.part === part &&
        area.marks.length > 0 &&
        (area.sitter === null || place.sitter === undefined || area.sitter === place.sitter),
    );
  const added = preset.steps.flatMap(({ part, ...step }): Step[] => {
    const area = part === 'whole-picture' ? undefined : areaFor(part);
    if (part !== 'whole-picture' && !area) {
      missing.add(part);
      return [];
    }
    const kind = KINDS.adjusts.get(step.kind)!;
    // What names another area names it by what it is on this photo.
    const named = kind.like?.(step.parameters) ?? null;
    const parameters =
      named === null
        ? step.parameters
        : (kind.offer.start({ area, areas: photo.areas }) as Step['parameters']);
    return [{ ...step, parameters, id: newId(), areaId: area?.id ?? null, on: true }];
  });
  return { photo: { ...photo, plan: [...photo.plan, ...added] }, missing: [...missing] };
}

/** A preset as it was stored, brought up to date. @throws {DocumentError} invalid */
export function parsePreset(value: unknown): Preset {
  const held = typeof value === 'object' && value !== null ? (value as { steps?: unknown }) : {};
  const steps = Array.isArray(held.steps) ? held.steps.map((step) => migrateStep(step, KINDS)) : held.steps;
  return parseWith(makePresetSchema(KINDS), { ...held, steps });
}
