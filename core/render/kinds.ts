import type { KindDefinition, Kinds } from '../document/kinds';
import type { PlaceMove } from '../document/carryByFace';
import type { Part, Rung } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { Pyramid } from '../raster/pyramid';
import type { AreaInput } from '../measure/areaInput';
import type { Bounds, Coverage8Raster, LinearRaster, Region } from '../raster/raster';
import type { MarkDrawing } from '../offer/drawing';
import type { AdjustOffer } from '../offer/aptness';
import type { CardForm } from './card';
import type { ResolvedArea } from './resolved';

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

/** For kernels that look at colours alone. */
export const NO_PLACES: Places = { x: new Float32Array(0), y: new Float32Array(0) };

/** What an adjustment may measure: the photo as the steps before it left it, within its area. */
export interface StepInput extends AreaInput {
  /** the other area that the parameters name */
  readonly like?: AreaInput;
  /** readings placed on the area, outliers dropped; interleaved linear sRGB */
  readonly readings: readonly { readonly rung: Rung; readonly samples: Float32Array }[];
}

/** A kind of adjustment. What `measure` does not look at can move without measuring anything anew. */
export interface AdjustKind<Parameters = unknown, Measures = unknown> extends KindDefinition<Parameters> {
  /** how it is offered to people */
  readonly offer: AdjustOffer<Parameters>;
  /** parameters that change no pixel */
  readonly neutral: Parameters;
  /**
   * What it is set to, in a few words for a line of the plan, and its colour where it has one (#rrggbb).
   * @param like name of the other area that the parameters name
   */
  brief?(parameters: Parameters, part: Part | undefined, like: string | undefined): StepBrief;
  /** whether its control shows the families of colour that reach it */
  readonly looksAtFamilies?: boolean;
  /** whether it sees the part's own colour in pixels that the part shares with what is behind it */
  readonly cleansEdges?: boolean;
  /** whether it gives another colour on purpose: a hue that turns far round is no fault then */
  readonly dyes?: boolean;
  /** names of parameters, at any depth, that are degrees of a circle: between two of them lies the shorter way */
  readonly circles?: readonly string[];
  /** the id of another area that the parameters name */
  like?(parameters: Parameters): string | null;
  /** the parameters that `measure` looks at, by name */
  readonly measuredBy?: readonly string[];
  /** one that takes no argument looks at nothing of the photo, and needs none for a table of colours */
  measure(input: StepInput, parameters: Parameters): Measures;
  /**
   * What its kernels look at: colours, `smooth` and costly enough to be tabulated for many pixels, or
   * `colour`s too sharp or too cheap for that; or colours and their `place` in the photo.
   */
  readonly looksAt: 'smooth' | 'colour' | 'place';
  /** whether with these parameters its kernel costs less than a table would */
  isCheap?(parameters: Parameters): boolean;
  /** @returns undefined when nothing would change */
  compile(parameters: Parameters, measures: Measures): PixelKernel | undefined;
  /** the same for a graphics card; absent for kinds that are tabulated, and for those that only the processor does */
  readonly card?: CardForm<Parameters, Measures>;
  /** how it is seen and changed on the picture, for kinds that have a place there */
  readonly handles?: StepHandles<Parameters>;
}

/** What a step is set to, in a few words. */
export interface StepBrief {
  readonly words: string;
  /** #rrggbb */
  readonly colour?: string;
}

/** What a mark may look at while it is prepared. */
export interface MarkHost {
  readonly pyramid: Pyramid;
  /** ready-made coverage by name */
  readonly plates: ReadonlyMap<string, Plate>;
  /**
   * the area that the parameters name, with the rectangle that holds it; undefined when it is gone or would
   * go round in a circle
   */
  readonly other: { readonly area: ResolvedArea; readonly bounds: Bounds | undefined } | undefined;
  /** coverage 0..1 that the marks before this one give over a region */
  before(region: Region): Float32Array;
}

/** What a mark may look at while its coverage is made. */
export interface MarkPhoto {
  /** the photo's own pixels of a region */
  sample(region: Region): LinearRaster;
  /** the coverage of an area that was prepared */
  cover(area: ResolvedArea, region: Region): Coverage8Raster;
}

/** A place by which a mark is changed on the picture, in pixels of the photo. */
export interface MarkHandle {
  /** unique within the mark */
  readonly name: string;
  /** said to assistive technology */
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** a lesser one, drawn smaller, that hangs on another */
  readonly of?: string;
}

/**
 * How a mark is drawn and changed on the picture. Moving a handle gives new parameters, or the same ones when
 * it cannot.
 */
export interface MarkHandles<Parameters = unknown> {
  /** polylines in pixels of the photo */
  lines(parameters: Parameters): readonly (readonly (readonly [x: number, y: number])[])[];
  places(parameters: Parameters): readonly MarkHandle[];
  /** @param shift held: the kind's other way of moving */
  move(
    parameters: Parameters,
    name: string,
    to: { readonly x: number; readonly y: number },
    shift: boolean,
  ): Parameters;
  /** @returns undefined when that place cannot be taken away alone */
  remove?(parameters: Parameters, name: string): Parameters | undefined;
  /** a new place on a line near a point; undefined when none is near */
  insert?(
    parameters: Parameters,
    at: { readonly x: number; readonly y: number },
    reach: number,
  ): Parameters | undefined;
}

/** How a step is changed on the picture, and the faint map of it that is seen meanwhile. */
export interface StepHandles<Parameters = unknown> extends MarkHandles<Parameters> {
  /** a bell of colour: its middle and standard deviation in pixels of the photo, #rrggbb */
  glow?(parameters: Parameters): {
    readonly x: number;
    readonly y: number;
    readonly reach: number;
    readonly colour: string;
  };
}

/** A kind of mark. */
export interface MarkKind<Parameters = unknown, Data = unknown> extends KindDefinition<Parameters> {
  /** how it is drawn on the picture; absent for marks that come about otherwise */
  readonly drawing?: MarkDrawing<Parameters>;
  /**
   * What becomes of it on another photo: what it covers is found there anew, it holds as it is, or it moves
   * with the sitter's face.
   */
  readonly carry: 'anew' | 'as-it-is' | MarkMove<Parameters>;
  /** whether it may keep its share of the frame instead of moving with a face */
  readonly goesByFrame?: boolean;
  /** what this one is called in the list of its area; its kind's label where absent */
  describe?(parameters: Parameters, areaName: (id: string) => string | undefined): string;
  /** Whatever takes long or looks beyond a region; the result must survive a structured clone. */
  prepare(parameters: Parameters, host: MarkHost): Data;
  /** whether `prepare` looks at the marks before this one */
  readonly looksBack?: boolean;
  /** the id of another area that the parameters name */
  names?(parameters: Parameters): string;
  /** the rectangle beyond which it covers nothing; undefined when it may cover anything */
  bounds(data: Data): Bounds | undefined;
  /**
   * Coverage 0..1 over a region.
   * @param out one value per result pixel, all 0 on entry
   */
  rasterise(data: Data, region: Region, out: Float32Array, photo: MarkPhoto): void;
  /**
   * For kinds that put their coverage in the place of what is below: how far they do at each pixel, 0..1; all
   * 0 on entry.
   */
  weigh?(data: Data, region: Region, out: Float32Array, photo: MarkPhoto): void;
  readonly handles?: MarkHandles<Parameters>;
}

/** Every kind, with all that rendering needs of it. */
export type RenderKinds = Kinds<MarkKind, AdjustKind>;

/** A mark as it lies in another photo. */
export type MarkMove<Parameters> = {
  move(parameters: Parameters, move: PlaceMove): Parameters;
}['move'];

/** States an adjustment. */
export function defineAdjust<Parameters, Measures>(
  kind: AdjustKind<Parameters, Measures> & { readonly measuredBy?: readonly (keyof Parameters & string)[] },
): AdjustKind<Parameters, Measures> {
  return Object.freeze(kind);
}

/** States a mark. */
export function defineMark<Parameters, Data>(kind: MarkKind<Parameters, Data>): MarkKind<Parameters, Data> {
  return Object.freeze(kind);
}

/** @throws {RangeError} when two kinds share an id */
export function collectKinds(marks: readonly MarkKind[], adjusts: readonly AdjustKind[]): RenderKinds {
  return { marks: byId(marks), adjusts: byId(adjusts) };
}

function byId<T extends KindDefinition>(kinds: readonly T[]): ReadonlyMap<string, T> {
  const map = new Map(kinds.map((kind) => [kind.id, kind]));
  if (map.size !== kinds.length)
    throw new RangeError(`two kinds share an id: ${kinds.map(({ id }) => id).join(', ')}`);
  return map;
}
