import { clamp } from '#core/math/clamp';
import type { OutlineNode } from './schema';

type Point = readonly [x: number, y: number];

/** Chords of a curve lie this far from it at most, pixels of the photo. */
const FLATNESS = 0.02;
const MOST_CHORDS = 128;

/** A closed piece as a polygon that does not repeat its first point. */
export function flattenPiece(nodes: readonly OutlineNode[]): Point[] {
  return nodes.flatMap((from, n) => {
    const to = nodes[(n + 1) % nodes.length]!;
    const chords = chordsOf(from, to);
    return Array.from({ length: chords }, (_, i) => pointOn(from, to, i / chords));
  });
}

/**
 * As many chords as the second differences of the four points ask for (Wang 1984, the bound on a Bézier
 * curve's distance from its chord).
 */
function chordsOf(from: OutlineNode, to: OutlineNode): number {
  const bend = Math.max(
    Math.hypot(from.x - 2 * from.outX + to.inX, from.y - 2 * from.outY + to.inY),
    Math.hypot(from.outX - 2 * to.inX + to.x, from.outY - 2 * to.inY + to.y),
  );
  return clamp(Math.ceil(Math.sqrt((0.75 * bend) / FLATNESS)), 1, MOST_CHORDS);
}

/** A point of the cubic between two nodes, 0..1 along its parameter. */
export function pointOn(from: OutlineNode, to: OutlineNode, t: number): Point {
  const s = 1 - t;
  const a = s * s * s;
  const b = 3 * s * s * t;
  const c = 3 * s * t * t;
  const d = t * t * t;
  return [
    a * from.x + b * from.outX + c * to.inX + d * to.x,
    a * from.y + b * from.outY + c * to.inY + d * to.y,
  ];
}

/** The two nodes and the one between them that leave the curve as it was (de Casteljau). */
export function splitCurve(
  from: OutlineNode,
  to: OutlineNode,
  t: number,
): readonly [OutlineNode, OutlineNode, OutlineNode] {
  const mix = ([ax, ay]: Point, [bx, by]: Point): Point => [ax + t * (bx - ax), ay + t * (by - ay)];
  const first = mix([from.x, from.y], [from.outX, from.outY]);
  const middle = mix([from.outX, from.outY], [to.inX, to.inY]);
  const last = mix([to.inX, to.inY], [to.x, to.y]);
  const into = mix(first, middle);
  const away = mix(middle, last);
  const at = mix(into, away);
  if (isStraight(from, to))
    return [from, { x: at[0], y: at[1], inX: at[0], inY: at[1], outX: at[0], outY: at[1] }, to];
  return [
    { ...from, outX: first[0], outY: first[1] },
    { x: at[0], y: at[1], inX: into[0], inY: into[1], outX: away[0], outY: away[1] },
    { ...to, inX: last[0], inY: last[1] },
  ];
}

function isStraight(from: OutlineNode, to: OutlineNode): boolean {
  return from.outX === from.x && from.outY === from.y && to.inX === to.x && to.inY === to.y;
}
