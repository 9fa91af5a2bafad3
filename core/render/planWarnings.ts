import { WHOLE_PICTURE } from '../document/schema';
import type { Photo } from '../document/schema';
import { findWarnings } from '../measure/warnings/findWarnings';
import { labPlanes } from '../measure/warnings/scene';
import type { Warning } from '../measure/warnings/scene';
import { wholeRegion } from '../raster/raster';
import type { RegionRenderer } from './regionRenderer';
import type { ResolvedPlan } from './resolved';

/** Warnings look at a copy of this long side. */
const LONG_SIDE = 1024;

/**
 * What a plan may have done unasked.
 * @param renderer has learned the areas
 * @param keys of the photo's areas, by their ids
 */
export function planWarnings(
  renderer: RegionRenderer,
  photo: Pick<Photo, 'areas' | 'plan' | 'width' | 'height'>,
  plan: ResolvedPlan,
  keys: Readonly<Record<string, string>>,
): Warning[] {
  if (plan.length === 0) return [];
  const region = wholeRegion(photo.width, photo.height, LONG_SIDE);
  const steps = new Map(photo.plan.map((step) => [step.id, step]));
  const stepsOn = (areaId: string | null) => plan.filter(({ id }) => steps.get(id)?.areaId === areaId);
  const whole = plan.filter((step) => !photo.areas.some(({ id }) => steps.get(step.id)?.areaId === id));
  const [before, base, after] = [[], whole, plan].map((each) => renderer.render(each, region));
  return findWarnings({
    region,
    before: before!,
    base: base!,
    after: after!,
    labBefore: labPlanes(before!),
    labBase: labPlanes(base!),
    labAfter: labPlanes(after!),
    wholeStepped: whole.length > 0,
    areas: photo.areas
      .filter(({ id }) => id !== WHOLE_PICTURE.id && keys[id] !== undefined)
      .map(({ id, part }) => ({
        id,
        part,
        coverage: renderer.coverage(keys[id]!, region).data,
        stepped: stepsOn(id).length > 0,
        dyed: stepsOn(id).some(({ kind }) => renderer.kinds.adjusts.get(kind)!.dyes),
      })),
  });
}
