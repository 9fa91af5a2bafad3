import { WHOLE_PICTURE } from '../document/schema';
import type { Photo } from '../document/schema';
import { findWarnings } from '../measure/warnings/findWarnings';
import { labPlanes } from '../measure/warnings/scene';
import type { LabPlanes, Warning } from '../measure/warnings/scene';
import { wholeRegion } from '../raster/raster';
import type { LinearRaster } from '../raster/raster';
import type { RegionRenderer } from './regionRenderer';
import type { ResolvedPlan } from './resolved';

/** Warnings look at a copy of this long side. */
const LONG_SIDE = 1024;

/** A small picture and its colours. */
interface Seen {
  readonly picture: LinearRaster;
  readonly lab: LabPlanes;
}

/** Colours of photos as they were, which one plan after another is held against. */
const known = new WeakMap<LinearRaster, LabPlanes>();

function labOf(picture: LinearRaster): LabPlanes {
  const lab = known.get(picture) ?? labPlanes(picture);
  known.set(picture, lab);
  return lab;
}

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
  const before = renderer.source(region);
  const labBefore = labOf(before);
  const left = (steps: ResolvedPlan, from: Seen): Seen => {
    const picture = renderer.render(steps, region);
    return { picture, lab: labPlanes(picture, { data: from.picture.data, planes: from.lab }) };
  };
  const untouched = { picture: before, lab: labBefore };
  const base = whole.length > 0 ? left(whole, untouched) : untouched;
  const after = whole.length < plan.length ? left(plan, base) : base;
  return findWarnings({
    region,
    before,
    after: after.picture,
    labBefore,
    labBase: base.lab,
    labAfter: after.lab,
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
