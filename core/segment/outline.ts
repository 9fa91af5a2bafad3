import type { LandmarkPoint } from './faceLandmarks';

/** The edges of a polygon, as distances are taken to them: start, direction, one by its squared length, end. */
export type Outline = Float64Array;
const EDGE_VALUES = 6;

/** @param polygon its corners in order */
export function outlineOf(polygon: readonly LandmarkPoint[]): Outline {
  const edges = new Float64Array(EDGE_VALUES * polygon.length);
  polygon.forEach(([ax, ay], i) => {
    const [bx, by] = polygon.at(i - 1)!;
    const dx = bx - ax;
    const dy = by - ay;
    edges.set([ax, ay, dx, dy, 1 / (dx * dx + dy * dy || 1), by], EDGE_VALUES * i);
  });
  return edges;
}

/** Distance of a point to an outline; negative inside. */
export function signedDistance(x: number, y: number, edges: Outline): number {
  let least = Infinity;
  let inside = false;
  for (let e = 0; e < edges.length; e += EDGE_VALUES) {
    const px = x - edges[e]!;
    const py = y - edges[e + 1]!;
    const dx = edges[e + 2]!;
    const dy = edges[e + 3]!;
    // clampUnit, written out: every pixel of a window asks every edge.
    const along = Math.min(1, Math.max(0, (px * dx + py * dy) * edges[e + 4]!));
    const offX = px - along * dx;
    const offY = py - along * dy;
    least = Math.min(least, offX * offX + offY * offY);
    if (py < 0 !== edges[e + 5]! > y && px < (dx * py) / dy) inside = !inside;
  }
  return (inside ? -1 : 1) * Math.sqrt(least);
}
