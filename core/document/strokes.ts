import { z } from 'zod';
import type { PlaceMove } from './carryByFace';
import { COORDINATE_REACH } from './limits';

/** How much one mark may hold. What is drawn beyond it goes into a new mark, or is thinned out. */
export const MOST_STROKES = 2000;
/** Points of one stroke or loop, at most. */
export const MOST_POINTS = 20_000;
/** over all strokes or loops of a mark together */
export const MOST_POINTS_IN_ALL = 400_000;
/** of a stroke, pixels of the photo */
const LEAST_RADIUS = 0.5;
const MOST_RADIUS = 2000;

const coordinate = z.number().min(-COORDINATE_REACH).max(COORDINATE_REACH);

/** x and y in pixels of the photo, pen pressure 0..1 */
export const strokePointsSchema = z
  .array(z.tuple([coordinate, coordinate, z.number().min(0).max(1)]))
  .min(1)
  .max(MOST_POINTS);

/** What every drawn stroke has: whether it adds, its radius in pixels of the photo, its points. */
export const strokeShape = {
  takes: z.boolean(),
  radius: z.number().min(LEAST_RADIUS).max(MOST_RADIUS),
  points: strokePointsSchema,
};

/** A list of strokes with their points counted over all of them. */
export function strokeList<T extends z.ZodType<{ readonly points: readonly unknown[] }>>(stroke: T) {
  return z
    .array(stroke)
    .max(MOST_STROKES)
    .refine(
      (strokes) => strokes.reduce((sum, { points }) => sum + points.length, 0) <= MOST_POINTS_IN_ALL,
      `has more than ${MOST_POINTS_IN_ALL} points in all`,
    );
}

/** Whether a mark's strokes leave room for another one, as long as a stroke may be. */
export function strokesLeaveRoom(strokes: readonly { readonly points: readonly unknown[] }[]): boolean {
  const points = strokes.reduce((sum, stroke) => sum + stroke.points.length, 0);
  return strokes.length < MOST_STROKES && points + MOST_POINTS <= MOST_POINTS_IN_ALL;
}

/** Strokes as they lie in another photo. */
export function moveStrokes<
  T extends { readonly radius: number; readonly points: readonly (readonly [number, number, number])[] },
>(strokes: readonly T[], { place, scale }: PlaceMove) {
  return strokes.map((stroke) => ({
    ...stroke,
    radius: Math.min(MOST_RADIUS, Math.max(LEAST_RADIUS, scale * stroke.radius)),
    points: stroke.points.map(([x, y, pressure]): [number, number, number] => [...place(x, y), pressure]),
  }));
}
