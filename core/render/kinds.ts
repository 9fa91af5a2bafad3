import type { KindDefinition, Kinds } from '../document/kinds';
import type { Rung } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import type { Bounds, Coverage8Raster, LinearRaster, Region } from '../raster/raster';

/**
 * Changes colours in place and knows nothing of masks or places.
 * @param pixels interleaved linear sRGB, unbounded
 * @param count how many of them
 */
export type PixelKernel = (pixels: Float32Array, count: number) => void;

/** What an adjustment may measure: the photo as the steps before it left it, within its area. */
export interface StepInput {
  readonly pixels: LinearRaster;
  readonly coverage: Coverage8Raster;
  /** readings placed on the area, outliers dropped; interleaved linear sRGB */
  readonly readings: readonly { readonly rung: Rung; readonly samples: Float32Array }[];
}

/** A kind of adjustment. `measure` never sees the parameters, so that moving a slider measures nothing anew. */
export interface AdjustKind<Parameters = unknown, Measures = unknown> extends KindDefinition {
  /** parameters that change no pixel */
  readonly neutral: Parameters;
  readonly measure: (input: StepInput) => Measures;
  /** whether its kernels are smooth and costly enough to be tabulated for many pixels */
  readonly tabulated: boolean;
  /** @returns undefined when nothing would change */
  readonly compile: (parameters: Parameters, measures: Measures) => PixelKernel | undefined;
}

/** A kind of mark. */
export interface MarkKind<Parameters = unknown, Data = unknown> extends KindDefinition {
  /**
   * Whatever takes long or looks beyond a region; the result must survive a structured clone.
   * @param plates ready-made coverage by name
   */
  readonly prepare: (parameters: Parameters, pyramid: Pyramid, plates: ReadonlyMap<string, Plate>) => Data;
  /** the rectangle beyond which it covers nothing; undefined when it may cover anything */
  readonly bounds: (data: Data) => Bounds | undefined;
  /**
   * Coverage 0..1 over a region.
   * @param sample gives the photo's own pixels of a region
   * @param out one value per result pixel, all 0 on entry
   */
  readonly rasterise: (data: Data, region: Region, sample: (region: Region) => LinearRaster, out: Float32Array) => void;
}

export type RenderKinds = Kinds<MarkKind, AdjustKind>;

/** States an adjustment; gives up the types of its parameters, which the schema has checked by then. */
export function defineAdjust<Parameters, Measures>(kind: AdjustKind<Parameters, Measures>): AdjustKind {
  return Object.freeze(kind) as unknown as AdjustKind;
}

/** States a mark, as {@link defineAdjust} does. */
export function defineMark<Parameters, Data>(kind: MarkKind<Parameters, Data>): MarkKind {
  return Object.freeze(kind) as unknown as MarkKind;
}

/** @throws {RangeError} when two kinds share an id */
export function collectKinds(marks: readonly MarkKind[], adjusts: readonly AdjustKind[]): RenderKinds {
  return { marks: byId(marks), adjusts: byId(adjusts) };
}

function byId<T extends KindDefinition>(kinds: readonly T[]): ReadonlyMap<string, T> {
  const map = new Map(kinds.map((kind) => [kind.id, kind]));
  if (map.size !== kinds.length) throw new RangeError(`two kinds share an id: ${kinds.map(({ id }) => id).join(', ')}`);
  return map;
}
