/** A point of a plane. */
type Point = readonly [x: number, y: number];

/** How far two points lie apart, in their unit. */
export function distance([x, y]: Point, [otherX, otherY]: Point): number {
  return Math.hypot(otherX - x, otherY - y);
}
