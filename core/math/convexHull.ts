/** A point in a plane. */
type Point = readonly [x: number, y: number];

/** The corners of the smallest convex polygon that holds all points, one way round (Andrew 1979, monotone chains). */
export function convexHull(points: readonly Point[]): Point[] {
  const sorted = points.toSorted((p, q) => p[0] - q[0] || p[1] - q[1]);
  const lower = chain(sorted);
  const upper = chain(sorted.toReversed());
  return [...lower.slice(0, -1), ...upper.slice(0, -1)];
}

/** Points that turn one way all along; what would turn the other way is left out. */
function chain(points: readonly Point[]): Point[] {
  const kept: Point[] = [];
  for (const point of points) {
    while (kept.length > 1 && turn(kept.at(-2)!, kept.at(-1)!, point) <= 0) kept.pop();
    kept.push(point);
  }
  return kept;
}

/** Twice the area of a triangle; above 0 where its corners turn from x to y. */
function turn(a: Point, b: Point, c: Point): number {
  return (b[0] - a[0]) * (c[1] - a[1]) - (b[1] - a[1]) * (c[0] - a[0]);
}
