import type { KindDefinition, Kinds } from '../document/kinds';
import type { Rung } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import type { AreaInput } from '../measure/areaInput';
import type { Bounds, LinearRaster, Region } from '../raster/raster';

/** Where the pixels of a run lie: their centres in pixels of the photo. */
export interface Places {
  readonly x: Float32Array;
  readonly y: Float32Array;
}

/**
 * Changes colours in place and knows nothing of masks.
 * @param pixels interleaved linear sRGB, unbounded
 * @param count how many of them
 * @param places of each pixel; filled for kinds that ask for them alone
 */
export type PixelKernel = (pixels: Float32Array, count: number, places: Places) => void;

export const NO_PLACES: Places = { x: new Float32Array(0), y: new Float32Array(0) };

/** What an adjustment may measure: the photo as the steps before it left it, within its area. */
export interface StepInput extends AreaInput {
  /** the other area that the parameters name */
  readonly like?: AreaInput;
  /** readings placed on the area, outliers dropped; interleaved linear sRGB */
  readonly readings: readonly { readonly rung: Rung; readonly samples: Float32Array }[];
}

/** A kind of adjustment. What `measure` does not look at can move without measuring anything anew. */
export interface AdjustKind<Parameters = unknown, Measures = unknown> extends KindDefinition {
  /** parameters that change no pixel */
  readonly neutral: Parameters;
  /** whether it sees the part's own colour in pixels that the part shares with what is behind it */
  readonly cleansEdges?: boolean;
  /** the id of another area that the parameters name */
  readonly like?: (parameters: Parameters) => string | null;
  /** the parameters that `measure` looks at, by name */
  readonly measuredBy?: readonly (keyof Parameters & string)[];
  readonly measure: (input: StepInput, parameters: Parameters) => Measures;
  /**
   * What its kernels look at: colours, `smooth` and costly enough to be tabulated for many pixels, or `colour`s too
   * sharp or too cheap for that; or colours and their `place` in the photo.
   */
  readonly looksAt: 'smooth' | 'colour' | 'place';
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
