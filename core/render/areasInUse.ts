import type { Area, Photo } from '../document/schema';
import type { RenderKinds } from './kinds';

/** The areas that the steps of a plan stand on, or that one of them names. */
export function areasInUse(
  { areas, plan }: Pick<Photo, 'areas' | 'plan'>,
  { adjusts }: Pick<RenderKinds, 'adjusts'>,
): readonly Area[] {
  const used = new Set(
    plan.flatMap(({ kind, areaId, parameters }) => [areaId, adjusts.get(kind)!.like?.(parameters)]),
  );
  return areas.filter(({ id }) => used.has(id));
}
