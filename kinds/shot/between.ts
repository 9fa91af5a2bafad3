import type { JsonObject } from '#core/document/kinds';
import type { Photo, Step } from '#core/document/schema';
import type { Plate } from '#core/raster/plate';
import type { AdjustKind, RenderKinds } from '#core/render/kinds';

/** A frame as it was followed from one key frame, and how much that counts. */
export interface FrameSide {
  readonly photo: Photo;
  /** the coverage that its marks name */
  readonly plates: ReadonlyMap<string, Plate>;
  /** 0..1; those of a frame make up 1 */
  readonly weight: number;
  /** what steps found on the key frame that hold on what they find there, by the step's id */
  readonly measures?: ReadonlyMap<string, unknown>;
}

/**
 * What is done to a frame between two key frames: numbers of a step that both have go from the one to the other, or
 * hold as the first one says, a step that one has alone comes or goes with it. Everything else is as it is at the
 * nearer one.
 * @param sides in the order of their key frames
 * @param bare the frame as it is where nothing was followed
 */
export function photoBetween(sides: readonly FrameSide[], kinds: RenderKinds, bare: Photo): Photo {
  const [near, far] = sides.toSorted((p, q) => q.weight - p.weight);
  if (!near) return bare;
  if (!far || far.weight === 0) return near.photo;
  const areas = [...near.photo.areas, ...missingIn(near.photo.areas, far.photo.areas)];
  const readings = [...near.photo.readings, ...missingIn(near.photo.readings, far.photo.readings)];
  const first = sides[0]!.photo;
  const heldAs = (id: string) =>
    first.frame?.holds.includes(id) ? first.plan.find((step) => step.id === id) : undefined;
  const plan = near.photo.plan.map((step) => {
    const other = far.photo.plan.find(({ id }) => id === step.id);
    const between = other ? stepBetween(step, other, far.weight, kinds) : faded(step, near.weight);
    return heldAs(step.id) ?? between;
  });
  // What the farther one has alone comes behind the step that it follows there.
  far.photo.plan.forEach((step, i) => {
    if (near.photo.plan.some(({ id }) => id === step.id)) return;
    const before = far.photo.plan[i - 1]?.id;
    plan.splice(plan.findIndex(({ id }) => id === before) + 1, 0, heldAs(step.id) ?? faded(step, far.weight));
  });
  return { ...near.photo, areas, readings, plan };
}

/** A number that two key frames have otherwise, by the words of where it stands. */
export interface NumberChange {
  readonly name: string;
  readonly from: number;
  readonly to: number;
}

/** The numbers of a step that go over from one key frame to another. */
export function numbersBetween(step: Step, other: Step): readonly NumberChange[] {
  const strengthOf = ({ on, strength }: Step) => (on ? 100 * strength : 0);
  const changes = changesIn(step.parameters, other.parameters, []);
  return [{ name: 'strength', from: strengthOf(step), to: strengthOf(other) }, ...changes].filter(
    ({ from, to }) => from !== to,
  );
}

function changesIn(one: unknown, other: unknown, path: readonly string[]): readonly NumberChange[] {
  if (typeof one === 'number' && typeof other === 'number')
    return [{ name: path.join(' '), from: one, to: other }];
  if (Array.isArray(one) && Array.isArray(other) && one.length === other.length)
    return one.flatMap((value, i) => changesIn(value, other[i], [...path, String(i + 1)]));
  if (!isObject(one) || !isObject(other)) return [];
  return Object.entries(one).flatMap(([key, value]) =>
    key in other ? changesIn(value, other[key], [...path, key]) : [],
  );
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
  const kind: AdjustKind | undefined = adjusts.get(step.kind);
  if (step.kind !== other.kind || step.version !== other.version || !kind) return { ...step, on, strength };
  const circles = new Set(kind.circles);
  const between = kind.parameters.safeParse(
    valueBetween(step.parameters, other.parameters, { share, circles, turns: false }),
  );
  return {
    ...step,
    on,
    strength,
    parameters: between.success ? (between.data as JsonObject) : step.parameters,
  };
}

/** How far to go, which names are degrees of a circle, and whether the values at hand are. */
interface Way {
  readonly share: number;
  readonly circles: ReadonlySet<string>;
  readonly turns: boolean;
}

/** Numbers in the same place of both go from the one to the other; what is no number stays. */
function valueBetween(one: unknown, other: unknown, way: Way): unknown {
  if (typeof one === 'number' && typeof other === 'number') return numberBetween(one, other, way);
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length ? one.map((value, i) => valueBetween(value, other[i], way)) : one;
  if (!isObject(one) || !isObject(other)) return one;
  return Object.fromEntries(
    Object.entries(one).map(([key, value]) => [
      key,
      key in other
        ? valueBetween(value, other[key], { ...way, turns: way.turns || way.circles.has(key) })
        : value,
    ]),
  );
}

/** Degrees go the shorter way round. */
function numberBetween(one: number, other: number, { share, turns }: Way): number {
  if (!turns) return (1 - share) * one + share * other;
  const turned = ((((other - one) % 360) + 540) % 360) - 180;
  return (((one + share * turned) % 360) + 360) % 360;
}

function isObject(value: unknown): value is Readonly<Record<string, unknown>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
