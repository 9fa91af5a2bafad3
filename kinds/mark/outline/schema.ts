import { z } from 'zod';

const coordinate = z.number().min(-200_000).max(200_000);
/** A corner, or a node of a curve with the points that its line leaves for; pixels of the photo. */
const node = z.strictObject({
  x: coordinate,
  y: coordinate,
  inX: coordinate,
  inY: coordinate,
  outX: coordinate,
  outY: coordinate,
});

/** Pieces of one mark, at most. */
export const MOST_PIECES = 200;
/** Nodes of one piece, at most. */
export const MOST_NODES_OF_PIECE = 2000;
/** over all pieces together */
const MOST_NODES = 5000;

/**
 * Closed pieces through nodes: straight between corners, cubic curves between handles. Where pieces lie
 * within each other is a hole.
 */
export const outlineParameters = z.strictObject({
  pieces: z
    .array(z.array(node).min(1).max(MOST_NODES_OF_PIECE))
    .max(MOST_PIECES)
    .refine(
      (pieces) => pieces.reduce((sum, nodes) => sum + nodes.length, 0) <= MOST_NODES,
      `has more than ${MOST_NODES} nodes in all`,
    ),
});
export type OutlineParameters = z.infer<typeof outlineParameters>;
export type OutlineNode = z.infer<typeof node>;

/** A node whose handles lie on it: a corner of straight lines. */
export function cornerNode(x: number, y: number): OutlineNode {
  return { x, y, inX: x, inY: y, outX: x, outY: y };
}
