import type { JsonObject, KindDefinition } from '#core/document/kinds';
import type { Photo, Step } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { RenderKinds } from '#core/render/kinds';

/** A frame as it was followed from one key frame, and how much that counts. */
export interface FrameSide {
  readonly photo: Photo;
  /** the coverage that its marks name */
  readonly plates: ReadonlyMap<string, Plate>;
  /** 0..1; those of a frame make up 1 */
  readonly weight: number;
}

/**
 * What is done to a frame between two key frames: numbers of a step that both have go from the one to the other, a
 * step that one has alone comes or goes with it. Everything else is as it is at the nearer one.
 * @param bare the frame as it is where nothing was followed
 */
export function photoBetween(sides: readonly FrameSide[], kinds: RenderKinds, bare: Photo): Photo {
  const [near, far] = sides.toSorted((p, q) => q.weight - p.weight);
  if (!near) return bare;
  if (!far || far.weight === 0) return near.photo;
  const areas = [...near.photo.areas, ...missingIn(near.photo.areas, far.photo.areas)];
  const readings = [...near.photo.readings, ...missingIn(near.photo.readings, far.photo.readings)];
  const plan = near.photo.plan.map((step) => {
    const other = far.photo.plan.find(({ id }) => id === step.id);
    return other ? stepBetween(step, other, far.weight, kinds) : faded(step, near.weight);
  });
  // What the farther one has alone comes behind the step that it follows there.
  far.photo.plan.forEach((step, i) => {
    if (near.photo.plan.some(({ id }) => id === step.id)) return;
    const before = far.photo.plan[i - 1]?.id;
    plan.splice(plan.findIndex(({ id }) => id === before) + 1, 0, faded(step, far.weight));
  });
  return { ...near.photo, areas, readings, plan };
}

const missingIn = <Entry extends { readonly id: string }>(
  here: readonly Entry[],
  there: readonly Entry[],
): readonly Entry[] => there.filter(({ id }) => !here.some((entry) => entry.id === id));

const faded = (step: Step, share: number): Step => ({ ...step, strength: step.strength * share });

/** @param share of the other, 0..1 */
function stepBetween(step: Step, other: Step, share: number, { adjusts }: RenderKinds): Step {
  const strengthOf = ({ on, strength }: Step) => (on ? strength : 0);
  const strength = (1 - share) * strengthOf(step) + share * strengthOf(other);
  const on = step.on || other.on;
  const kind: KindDefinition | undefined = adjusts.get(step.kind);
  if (step.kind !== other.kind || step.version !== other.version || !kind) return { ...step, on, strength };
  const between = kind.parameters.safeParse(valueBetween(step.parameters, other.parameters, share));
  return {
    ...step,
    on,
    strength,
    parameters: between.success ? (between.data as JsonObject) : step.parameters,
  };
}

/** Numbers in the same place of both go from the one to the other; what is no number stays. */
function valueBetween(one: unknown, other: unknown, share: number): unknown {
  if (typeof one === 'number' && typeof other === 'number') return (1 - share) * one + share * other;
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length ? one.map((value, i) => valueBetween(value, other[i], share)) : one;
  if (!isObject(one) || !isObject(other)) return one;
  return Object.fromEntries(
    Object.entries(one).map(([key, value]) => [
      key,
      key in other ? valueBetween(value, other[key], share) : value,
    ]),
  );
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
