import { mapIntoSrgbGamut } from '../colour/gamut';
import { decodeSrgb, encodeSrgb } from '../colour/transfer';
import type { Photo, Step } from '../document/schema';
import { clampUnit } from '../math/clamp';
import { NO_PLACES } from './kinds';
import type { RenderKinds, StepInput } from './kinds';
import type { ResolvedPlan } from './resolved';

/** Sizes of tables that other programs read. */
export const LUT_SIZES = [17, 33, 65] as const;
/** One of them. */
export type LutSize = (typeof LUT_SIZES)[number];

/** Why a step is not in a table of colours: it looks at places, stands on another area, or measures the photo. */
export type LeftOut = 'place' | 'area' | 'photo';

/** The colour part of a plan. */
export interface PlanLut {
  readonly size: LutSize;
  /** encoded sRGB of size³ nodes, red fastest, 0..1 */
  readonly table: Float32Array;
  /** steps that are in it */
  readonly taken: readonly Step[];
  readonly left: readonly { readonly step: Step; readonly why: LeftOut }[];
}

/**
 * What a plan does to colours wherever they stand, as a table: the steps on the whole picture, and those on one
 * area where it is asked for, for use with a mask of it. Steps that are off are not spoken of.
 * @param resolved the photo's plan; undefined where the photo is not there, and steps that measure it stay out
 * @param areaId the area whose steps are taken too; null for none
 */
export function planLut(
  { plan, areas }: Pick<Photo, 'plan' | 'areas'>,
  resolved: ResolvedPlan | undefined,
  kinds: RenderKinds,
  { size, areaId }: { readonly size: LutSize; readonly areaId: string | null },
): PlanLut {
  const known = new Set(areas.map(({ id }) => id));
  const on = plan.filter(
    (step) => step.on && step.strength > 0 && (step.areaId === null || known.has(step.areaId)),
  );
  const ready = new Map(resolved?.map((step) => [step.id, step]));
  const entries = on.map((step) => {
    const kind = kinds.adjusts.get(step.kind)!;
    const standsElsewhere = step.areaId !== null && step.areaId !== areaId;
    const measures = resolved
      ? ready.get(step.id)!.measures
      : kind.measure.length === 0 && kind.measure(NOTHING, {});
    let why: LeftOut | undefined = standsElsewhere ? 'area' : undefined;
    if (!why && kind.looksAt === 'place') why = 'place';
    if (!why && measures === false) why = 'photo';
    return { step, why, kernel: () => kind.compile(step.parameters, measures) };
  });
  const kernels = entries.flatMap(({ step, why, kernel }) => {
    const compiled = why ? undefined : kernel();
    return compiled ? [{ kernel: compiled, strength: step.strength }] : [];
  });
  const pixels = lattice(size);
  const count = pixels.length / 3;
  for (const { kernel, strength } of kernels) {
    const changed = Float32Array.from(pixels);
    kernel(changed, count, NO_PLACES);
    for (let i = 0; i < pixels.length; i++) pixels[i]! += strength * (changed[i]! - pixels[i]!);
  }
  for (let i = 0; i < pixels.length; i += 3) {
    const colour = mapIntoSrgbGamut([pixels[i]!, pixels[i + 1]!, pixels[i + 2]!]);
    colour.forEach((value, c) => (pixels[i + c] = clampUnit(encodeSrgb(value))));
  }
  return {
    size,
    table: pixels,
    taken: entries.filter(({ why }) => !why).map(({ step }) => step),
    left: entries.flatMap(({ step, why }) => (why ? [{ step, why }] : [])),
  };
}

/** The photo that is not there. */
const NOTHING = undefined as unknown as StepInput;

/** Nodes even in the codes of sRGB, as linear light, red fastest. */
function lattice(size: number): Float32Array {
  const pixels = new Float32Array(3 * size ** 3);
  const light = Float32Array.from({ length: size }, (_, i) => decodeSrgb(i / (size - 1)));
  for (let i = 0, o = 0; o < pixels.length; i++, o += 3) {
    pixels[o] = light[i % size]!;
    pixels[o + 1] = light[Math.floor(i / size) % size]!;
    pixels[o + 2] = light[Math.floor(i / size ** 2)]!;
  }
  return pixels;
}
