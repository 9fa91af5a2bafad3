import { MOST_POINTS } from '#core/document/strokes';

/**
 * A line with room for one more point: one that is as long as a mark takes loses every other point, not its
 * end.
 */
export function roomFor<T>(points: readonly T[]): readonly T[] {
  return points.length < MOST_POINTS ? points : points.filter((_, n) => n % 2 === 0);
}
