import { RADIANS_PER_DEGREE, wrapDegrees } from '../colour/angles';
import { RUNGS } from '../document/schema';
import type { Rung } from '../document/schema';
import { degreesOffRange } from './corridor';
import type { Corridor } from './corridor';
import { LADDER_COLUMNS, LADDER_ROWS } from './ladder';
import type { Ladder } from './ladder';

/**
 * Rows about a rung's lightness, and the share of the area that has to stand well for its mean to say
 * anything.
 */
const REACH_ROWS = 4;
const LEAST_SHARE = 0.01;

/**
 * The hue per rung of those pixels that lie inside the corridor: a part's own good zones.
 * @returns HSV degrees; undefined when next to nothing lies inside
 */
export function goodHues(
  { density, rungs }: Ladder,
  corridor: Corridor,
): Readonly<Record<Rung, number>> | undefined {
  const within = (rung: Rung, from: number, to: number) => {
    let east = 0;
    let north = 0;
    let share = 0;
    for (let row = Math.max(0, from); row <= Math.min(LADDER_ROWS - 1, to); row++) {
      for (let column = 0; column < LADDER_COLUMNS; column++) {
        const weight = density[row * LADDER_COLUMNS + column]!;
        const hue = column + 0.5;
        if (weight === 0 || degreesOffRange(hue, corridor[rung]) !== 0) continue;
        east += weight * Math.cos(hue * RADIANS_PER_DEGREE);
        north += weight * Math.sin(hue * RADIANS_PER_DEGREE);
        share += weight;
      }
    }
    return share >= LEAST_SHARE ? wrapDegrees(Math.atan2(north, east) / RADIANS_PER_DEGREE) : undefined;
  };
  const found = Object.fromEntries(
    RUNGS.map((rung) => {
      const lightness = rungs.find((entry) => entry.rung === rung)?.lightness;
      const row = lightness === undefined ? undefined : Math.round((lightness / 100) * LADDER_ROWS);
      // A rung none of which stands well takes the whole part's good pixels.
      return [
        rung,
        (row === undefined ? undefined : within(rung, row - REACH_ROWS, row + REACH_ROWS)) ??
          within(rung, 0, LADDER_ROWS - 1),
      ];
    }),
  ) as Record<Rung, number | undefined>;
  return RUNGS.every((rung) => found[rung] !== undefined) ? (found as Record<Rung, number>) : undefined;
}
