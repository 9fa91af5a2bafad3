import type { Area, Photo } from '#core/document/schema';
import { platesOf } from '#core/document/plates';
import { DocumentError } from '#core/errors';
import { decodeCoveragePng } from '#core/formats/coveragePng';
import type { PlanFile } from '#core/formats/planFile';
import { namedAreas } from '#core/render/namedAreas';
import { KINDS } from '#kinds/registry.gen';

/**
 * The coverage that travels with a plan, of the areas that its steps stand on.
 * @throws {DocumentError} coverage, where it is missing and cannot be made from the marks
 */
export function ownCoverage(
  { photo, coverage }: PlanFile,
  width: number,
  height: number,
): Map<string, Uint8Array> {
  const used = new Set(
    photo.plan
      .filter(({ on }) => on)
      .flatMap(({ kind, areaId, parameters }) => [areaId, KINDS.adjusts.get(kind)!.like?.(parameters)]),
  );
  const baked = new Map<string, Uint8Array>();
  for (const area of photo.areas.filter(({ id }) => used.has(id))) {
    const png = Object.hasOwn(coverage, area.id) ? coverage[area.id] : undefined;
    if (png !== undefined) baked.set(area.id, decodeCoveragePng(Buffer.from(png, 'base64'), width, height));
    else if (standsOnPlates(area, photo))
      throw new DocumentError('coverage', area.name, 'it is missing from the plan; export the plan again');
  }
  return baked;
}

/** Whether an area's marks, or those of areas that they name, look at ready-made coverage. */
function standsOnPlates(area: Area, photo: Photo): boolean {
  const named = namedAreas(area, photo.areas, KINDS);
  const open = [area];
  const seen = new Set<Area>();
  for (let next = open.pop(); next; next = open.pop()) {
    if (seen.has(next)) continue;
    seen.add(next);
    if (platesOf({ areas: [next] }).length > 0) return true;
    for (const mark of next.marks) {
      const other = named(next, mark);
      if (other) open.push(other);
    }
  }
  return false;
}
