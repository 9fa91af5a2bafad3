import { clamp } from '#core/math/clamp';
import { LUMINANCE_WEIGHTS, luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { Triple } from '#core/colour/triple';

/** How white light on a part is told from the part's own colour. */
export interface Gloss {
  /**
   * strongest and weakest channel of the body and their means; equal channels where the body is nearly grey
   */
  readonly high: 0 | 1 | 2;
  readonly low: 0 | 1 | 2;
  readonly most: number;
  readonly least: number;
  /** below this it is the body's own variation, linear light */
  readonly floor: number;
}

/** Share of an area's pixels taken to be free of gloss. */
const DULL_SHARE = 0.88;
/** Channels nearer than this to each other cannot tell gloss from body; luminance must. */
const LEAST_DIFFERENCE = 0.08;

/**
 * @param samples interleaved linear sRGB of the area
 * @param mean their mean
 */
export function findGloss(samples: Float32Array, mean: Triple): Gloss {
  const most = Math.max(...mean);
  const least = Math.min(...mean);
  const grey = most <= 0 || (most - least) / most < LEAST_DIFFERENCE;
  const high = mean.indexOf(most) as 0 | 1 | 2;
  const low = grey ? high : (mean.indexOf(least) as 0 | 1 | 2);
  const gloss: Gloss = { high, low, most, least: grey ? 2 * luminanceOfSrgbLinear(mean) : least, floor: 0 };
  const sorted = Float32Array.from({ length: samples.length / 3 }, (_, i) =>
    amount(gloss, samples[3 * i]!, samples[3 * i + 1]!, samples[3 * i + 2]!),
  ).sort();
  return { ...gloss, floor: Math.max(0, sorted[Math.floor((sorted.length - 1) * DULL_SHARE)] ?? 0) };
}

/** The white light in a colour, never more than its weakest channel (Shafer 1985, the dichromatic model). */
export function whiteIn(gloss: Gloss, red: number, green: number, blue: number): number {
  const over = amount(gloss, red, green, blue) - gloss.floor;
  return over > 0 ? clamp(Math.min(red, green, blue), 0, over) : 0;
}

/**
 * Of the strongest and the weakest channel, what cannot be the body's own ratio; of a grey body, what exceeds
 * twice its luminance.
 */
function amount({ high, low, most, least }: Gloss, red: number, green: number, blue: number): number {
  if (high === low) return luminanceOfSrgbLinear([red, green, blue]) - least;
  const strong = channel(high, red, green, blue);
  const weak = channel(low, red, green, blue);
  return (weak * most - strong * least) / (most - least);
}

/**
 * The same as a sum: weights of red, green and blue, and what is added, such that `whiteIn` looks at what exceeds the
 * floor.
 */
export function glossLine({ high, low, most, least }: Gloss): readonly [number, number, number, number] {
  if (high === low) return [...LUMINANCE_WEIGHTS, -least];
  const line: [number, number, number, number] = [0, 0, 0, 0];
  line[low] = most / (most - least);
  line[high] = -least / (most - least);
  return line;
}

function channel(n: number, red: number, green: number, blue: number): number {
  if (n === 0) return red;
  return n === 1 ? green : blue;
}
