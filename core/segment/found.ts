import type { FoundPartName } from '../document/foundParts';
import type { Likeness } from '../document/schema';
import type { Plate } from '../raster/plate';
import type { Region } from '../raster/raster';
import type { FoundDoubt } from './doubtfulPlaces';
import type { FaceLandmarks } from './faceLandmarks';
import { LEAST_COVERED, LEAST_VALUE, SOFT_SHARE } from './featureParameters';

/** Why a part is not to be relied on. */
export type Doubt = 'half-closed' | 'weak-edge' | 'turned-away' | 'cut' | 'soft';

/** Coverage of one part over a rectangle of the photo. */
export interface FoundPart extends Plate {
  readonly part: FoundPartName;
  /** share of the part's extent whose coverage lies between 0.2 and 0.8 */
  readonly unsureShare: number;
  readonly doubt: Doubt | undefined;
}

/** One person: how sure the face is, its mesh, the parts, and what is unsure about them. */
export interface FoundSitter {
  readonly landmarks: FaceLandmarks;
  readonly parts: readonly FoundPart[];
  readonly doubtful: readonly FoundDoubt[];
  /** what tells it from others; undefined where that was not asked for */
  readonly likeness?: Likeness;
}

/** Everybody in a photo from left to right, and what is behind them. */
export interface FoundPeople {
  /** from left to right */
  readonly sitters: readonly FoundSitter[];
  /** undefined when nobody was found */
  readonly background: FoundPart | undefined;
}

/** Parts of hairs and of rims, which half cover most of where they are. */
const FINE_PARTS: readonly FoundPartName[] = ['hair', 'beard', 'brow-right', 'brow-left', 'glasses'];

/** Coverage of a part as it is kept; undefined where there is next to none. */
export function foundPart(
  part: FoundPartName,
  region: Region,
  coverage: Float32Array,
  doubt: Doubt | undefined,
): FoundPart | undefined {
  const { coverage8, sum, extent, unsure } = coded(coverage);
  if (sum < LEAST_COVERED) return undefined;
  const unsureShare = unsure / extent;
  return {
    part,
    region,
    coverage8,
    unsureShare,
    doubt: doubt ?? (unsureShare > SOFT_SHARE && !FINE_PARTS.includes(part) ? 'soft' : undefined),
  };
}

/** Coverage as codes; its sum, and how many pixels it covers at all and how many of these by half. */
function coded(coverage: Float32Array) {
  let sum = 0;
  let extent = 0;
  let unsure = 0;
  const coverage8 = new Uint8Array(coverage.length);
  for (let i = 0; i < coverage.length; i++) {
    if (!(coverage[i]! >= LEAST_VALUE)) continue;
    const value = Math.min(1, coverage[i]!);
    coverage8[i] = 255 * value + 0.5;
    sum += value;
    if (value > 0.05) extent++;
    if (value > 0.2 && value < 0.8) unsure++;
  }
  return { coverage8, sum, extent, unsure };
}
