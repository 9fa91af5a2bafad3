import { deltaDegrees } from '../colour/angles';
import { LADDER_ROWS } from './ladder';
import type { Ladder } from './ladder';

/**
 * How wide the grain of a ladder is: the root mean square of how far pixels lie from the trend at their
 * lightness.
 * @returns HSV degrees of hue, percent of saturation; 0 for an area without colour
 */
export function ladderSpread(ladder: Ladder): { readonly hue: number; readonly saturation: number } {
  const spread = (
    { density, trend }: Pick<Ladder, 'density' | 'trend'>,
    off: (from: number, to: number) => number,
  ) => {
    const columns = density.length / LADDER_ROWS;
    let sum = 0;
    let weight = 0;
    for (let i = 0; i < density.length; i++) {
      const middle = trend[Math.floor(i / columns)]!;
      if (density[i] === 0 || Number.isNaN(middle)) continue;
      sum += density[i]! * off(middle, (i % columns) + 0.5) ** 2;
      weight += density[i]!;
    }
    return weight > 0 ? Math.sqrt(sum / weight) : 0;
  };
  return {
    hue: spread(ladder, deltaDegrees),
    saturation: spread(ladder.saturation, (from, to) => to - from),
  };
}
