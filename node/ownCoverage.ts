import type { Area, Photo } from '#core/document/schema';
import { platesOf } from '#core/document/plates';
import { DocumentError } from '#core/errors';
import type { PlanFile } from '#core/formats/planFile';
import { areasInUse } from '#core/render/areasInUse';
import { namedAreas } from '#core/render/namedAreas';
import { KINDS } from '#kinds/registry.gen';
import { readCoverage } from './coverageFile';

/**
 * The coverage that travels with a plan, of the areas that its steps stand on.
 * @throws {DocumentError} coverage, where it is missing and cannot be made from the marks
 */
export async function ownCoverage(
  { photo, coverage }: PlanFile,
  width: number,
  height: number,
): Promise<Map<string, Uint8Array>> {
  const baked = new Map<string, Uint8Array>();
  for (const area of areasInUse({ ...photo, plan: photo.plan.filter(({ on }) => on) }, KINDS)) {
    const png = Object.hasOwn(coverage, area.id) ? coverage[area.id] : undefined;
    if (png !== undefined) baked.set(area.id, await readCoverage(Buffer.from(png, 'base64'), width, height));
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
