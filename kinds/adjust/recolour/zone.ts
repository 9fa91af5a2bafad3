import { clampUnit } from '#core/math/clamp';
import { hsvHueOfSrgbLinear } from '#core/colour/hueSolve';
import { deltaDegrees } from '#core/colour/angles';
import { luminanceAt, luminanceOfSrgbLinear } from '#core/colour/luminance';
import type { RecolourParameters } from './schema';

const RANKS = 101;

/**
 * How far a colour, as it was, lies in a zone of the area: 0..1, with soft ends.
 * @param samples of the area, interleaved linear sRGB, at least one pixel
 */
export function zoneWeight(
  { zone, from, to, soft }: NonNullable<RecolourParameters['second']>,
  samples: Float32Array,
): (red: number, green: number, blue: number) => number {
  if (zone === 'hue') {
    const half = ((((to - from) % 360) + 360) % 360) / 2;
    const middle = from + half;
    return (red, green, blue) => {
      const hue = hsvHueOfSrgbLinear([red, green, blue]);
      return hue === undefined ? 0 : ramp(half - Math.abs(deltaDegrees(middle, hue)), soft);
    };
  }
  const sorted = Float32Array.from({ length: samples.length / 3 }, (_, i) => luminanceAt(samples, i)).sort();
  const levels = Float32Array.from(
    { length: RANKS },
    (_, rank) => sorted[Math.round((rank / (RANKS - 1)) * (sorted.length - 1))]!,
  );
  return (red, green, blue) => {
    const luminance = luminanceOfSrgbLinear([red, green, blue]);
    let rank = 0;
    for (let step = 64; step > 0; step >>= 1)
      if (rank + step < RANKS && levels[rank + step]! <= luminance) rank += step;
    return Math.min(ramp(rank - from, soft), ramp(to - rank, soft));
  };
}

/** 0 outside, 1 inside, half at the border, over a passage of so many units. */
function ramp(inside: number, soft: number): number {
  return soft <= 0 ? Number(inside >= 0) : clampUnit(0.5 + inside / soft);
}
