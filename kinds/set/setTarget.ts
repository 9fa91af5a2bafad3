import { makeStep } from '#core/document/make';
import { putStep } from '#core/document/commands';
import type { Photo, Rung } from '#core/document/schema';
import { hueToTarget } from '#kinds/adjust/hue-to-target/index';
import { NO_TARGETS, hueToTargetParameters } from '#kinds/adjust/hue-to-target/schema';

/** What a rung of a part is wanted to be. */
export interface RungTarget {
  readonly areaId: string;
  readonly rung: Rung;
  readonly quantity: 'hue' | 'saturation' | 'lightness';
  /** HSV degrees, HSV percent or L* */
  readonly value: number;
}

/**
 * A photo whose part is brought to a number: in the last step to targets on it that is on and has this quantity, else
 * in a new one.
 */
export function putTarget(
  photo: Photo,
  { areaId, rung, quantity, value }: RungTarget,
  newId: () => string,
): Photo {
  const rounded = Math.round(10 * value) / 10;
  const steps = photo.plan.flatMap((step) => {
    if (step.kind !== hueToTarget.id || step.areaId !== areaId || !step.on) return [];
    const { data } = hueToTargetParameters.safeParse(step.parameters);
    return data && Object.values(data[quantity]).some((target) => target !== null) ? [{ step, data }] : [];
  });
  const known = steps.at(-1);
  const before = known?.data ?? NO_TARGETS;
  const parameters = { ...before, [quantity]: { ...before[quantity], [rung]: rounded } };
  // At less than full strength it would not come to the number.
  if (known) return putStep(photo, { ...known.step, parameters, strength: 1 });
  return putStep(photo, makeStep(hueToTarget, parameters, { id: newId(), areaId }));
}
