import { convertSrgbLinearToCielabD50 } from '../../colour/cielab';
import { isSkin } from '../../document/partNames';
import { isSameAt } from '../../raster/isSameAt';
import type { Part } from '../../document/schema';
import type { LinearRaster, Region } from '../../raster/raster';

/** An area of the photo, and what the plan does on it. */
export interface WarnedArea {
  readonly id: string;
  readonly part: Part;
  /** 0..255 per pixel */
  readonly coverage: Uint8Array;
  /** whether a step stands on it */
  readonly stepped: boolean;
  /** whether one of them gives it another colour on purpose */
  readonly dyed: boolean;
}

/** CIELAB under D50, a plane each. */
export interface LabPlanes {
  readonly lightness: Float32Array;
  readonly a: Float32Array;
  readonly b: Float32Array;
}

/** What warnings look at: a small copy of the picture, as it was and as the plan leaves it. */
export interface WarningScene {
  readonly region: Region;
  readonly before: LinearRaster;
  readonly after: LinearRaster;
  readonly labBefore: LabPlanes;
  /** of what the steps on the whole picture alone leave */
  readonly labBase: LabPlanes;
  readonly labAfter: LabPlanes;
  readonly areas: readonly WarnedArea[];
  /** whether a step stands on the whole picture */
  readonly wholeStepped: boolean;
}

/** A rectangle of the photo, in its pixels. */
export interface WarningPlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** Something that a plan may have done unasked, and where it is worst. */
export interface Warning {
  readonly is: WarningKind;
  /** the area it is about; undefined for the whole picture */
  readonly areaId: string | undefined;
  /** share of that area's pixels, 0..1 */
  readonly share: number;
  /** how much, in the unit of its kind: ΔE00, degrees of hue, or a factor */
  readonly amount: number;
  readonly place: WarningPlace;
}

/** What is warned of. */
export type WarningKind =
  'spill' | 'clipped' | 'gamut' | 'hue-reversed' | 'halo' | 'banding' | 'noise' | 'texture' | 'saturated';

/**
 * CIELAB planes of a picture.
 * @param known another picture of the same size with its planes: what is the same in both is taken from there
 */
export function labPlanes(
  { data, width, height }: LinearRaster,
  known?: { readonly data: Float32Array; readonly planes: LabPlanes },
): LabPlanes {
  const count = width * height;
  const planes = known
    ? {
        lightness: known.planes.lightness.slice(),
        a: known.planes.a.slice(),
        b: known.planes.b.slice(),
      }
    : { lightness: new Float32Array(count), a: new Float32Array(count), b: new Float32Array(count) };
  for (let i = 0; i < count; i++) {
    if (known && isSameAt(data, known.data, i)) continue;
    const [l, a, b] = convertSrgbLinearToCielabD50([data[3 * i]!, data[3 * i + 1]!, data[3 * i + 2]!]);
    planes.lightness[i] = l;
    planes.a[i] = a;
    planes.b[i] = b;
  }
  return planes;
}

/** The first pixel that is covered at all, and the one behind the last. @param coverage 0..255 per pixel */
export function coveredRange(coverage: Uint8Array): { readonly from: number; readonly to: number } {
  let from = 0;
  let to = coverage.length;
  while (from < to && coverage[from] === 0) from++;
  while (to > from && coverage[to - 1] === 0) to--;
  return { from, to };
}

/** Parts that lie within each other count as one. */
export const familyOf = (part: Part): Part => (isSkin(part) ? 'skin' : part);

/** Cells along the longer side in which the worst place is looked for. */
const CELLS = 24;

/** The cell with the most of something, and its neighbours, as a rectangle of the photo. @param weights per pixel */
export function worstPlace(region: Region, weights: Float32Array): WarningPlace {
  const { outWidth, outHeight } = region;
  const cell = Math.max(4, Math.ceil(Math.max(outWidth, outHeight) / CELLS));
  const columns = Math.ceil(outWidth / cell);
  const sums = new Float64Array(columns * Math.ceil(outHeight / cell));
  for (let i = 0; i < weights.length; i++) {
    const row = Math.floor(i / outWidth);
    sums[Math.floor(row / cell) * columns + Math.floor((i - row * outWidth) / cell)]! += weights[i]!;
  }
  const worst = sums.indexOf(sums.reduce((most, value) => Math.max(most, value), 0));
  const scale = region.width / outWidth;
  const [left, top] = [(worst % columns) - 1, Math.floor(worst / columns) - 1];
  return {
    x: region.x + left * cell * scale,
    y: region.y + top * cell * scale,
    width: 3 * cell * scale,
    height: 3 * cell * scale,
  };
}

/** Pixels with something wrong among those looked at, gathered into a warning. */
export class Tally {
  readonly weights: Float32Array;
  #looked = 0;
  #wrong = 0;
  #amount = 0;

  constructor(readonly region: Region) {
    this.weights = new Float32Array(region.outWidth * region.outHeight);
  }

  /** @param pixels how many more were looked at */
  look(pixels = 1): void {
    this.#looked += pixels;
  }

  /** @param amount by how much, above 0 */
  wrong(pixel: number, amount: number): void {
    this.#wrong++;
    this.#amount += amount;
    this.weights[pixel] = amount;
  }

  /** @returns undefined when it is less than a share of what was looked at, or fewer than some pixels */
  warning(is: WarningKind, areaId: string | undefined, least: { share: number; pixels: number }): Warning[] {
    const share = this.#looked > 0 ? this.#wrong / this.#looked : 0;
    if (share < least.share || this.#wrong < least.pixels) return [];
    const amount = this.#amount / this.#wrong;
    return [{ is, areaId, share, amount, place: worstPlace(this.region, this.weights) }];
  }
}
