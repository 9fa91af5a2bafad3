import { deltaDegrees } from '../colour/angles';
import { hsvHueOfSrgbLinear } from '../colour/hueSolve';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '../colour/oklab';
import { meanLinear } from './reading';
import { readTrend } from './trend';
import type { Trend } from './trend';

/** Why a reading stands badly; degrees are HSV. */
export type ReadingDoubt =
  | { readonly is: 'beside' }
  | { readonly is: 'clipped' }
  | { readonly is: 'black' }
  | { readonly is: 'grey' }
  | { readonly is: 'glint' }
  | { readonly is: 'mixed' }
  | { readonly is: 'blush'; readonly degrees: number }
  | { readonly is: 'spill'; readonly degrees: number };

const LEAST_COVERED = 0.9;
const CLIPPED = 0.96;
const BLACK = 0.0015;
const LEAST_CHROMA = 0.006;
const GLINT_CHROMA = 0.55;
const MIXED = 0.06;
const BLUSH_DEGREES = 6;

/**
 * @param samples the patch, interleaved linear sRGB, outliers dropped
 * @param covered share of the patch that its area covers, 0..1
 * @param trend of the area; undefined when it has none
 */
export function doubtOfReading(
  samples: Float32Array,
  covered: number,
  trend: Trend | undefined,
): ReadingDoubt | undefined {
  if (covered < LEAST_COVERED) return { is: 'beside' };
  const mean = meanLinear(samples);
  const [lightness, a, b] = convertSrgbLinearToOklab(mean);
  const chroma = Math.hypot(a, b);
  const along = { a: 0, b: 0 };
  if (Math.max(...mean) >= CLIPPED) return { is: 'clipped' };
  if (Math.max(...mean) <= BLACK) return { is: 'black' };
  if (chroma < LEAST_CHROMA) return { is: 'grey' };
  if (trend) {
    readTrend(trend, lightness, along);
    if (chroma < GLINT_CHROMA * Math.hypot(along.a, along.b)) return { is: 'glint' };
  }
  const deviation = Math.sqrt(sampleVariance(samples, lightness));
  if (deviation > MIXED) return { is: 'mixed' };
  const around = trend && hsvHueOfSrgbLinear(convertOklabToSrgbLinear([lightness, along.a, along.b]));
  const own = hsvHueOfSrgbLinear(mean);
  if (around === undefined || own === undefined) return undefined;
  const degrees = deltaDegrees(own, around);
  if (degrees >= BLUSH_DEGREES) return { is: 'blush', degrees };
  return degrees <= -BLUSH_DEGREES ? { is: 'spill', degrees: -degrees } : undefined;
}

function sampleVariance(samples: Float32Array, mean: number): number {
  let sum = 0;
  for (let i = 0; i < samples.length; i += 3)
    sum += (convertSrgbLinearToOklab([samples[i]!, samples[i + 1]!, samples[i + 2]!])[0] - mean) ** 2;
  return (3 * sum) / samples.length;
}
