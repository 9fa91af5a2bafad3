import type { MarkHandle, MarkHandles } from '#core/render/kinds';
import { flattenPiece, pointOn, splitCurve } from './curve';
import type { OutlineNode, OutlineParameters } from './schema';

const nodeName = (piece: number, node: number) => `${piece}.${node}`;
/** Piece, node and, for the points that a curve leaves for, which of the two. */
function parseName(name: string): { piece: number; node: number; side: 'in' | 'out' | undefined } {
  const [piece, node, side] = name.split('.');
  return { piece: Number(piece), node: Number(node), side: side as 'in' | 'out' | undefined };
}

/** How it is changed on the picture. */
export const outlineHandles: MarkHandles<OutlineParameters> = {
  lines: ({ pieces }) => [
    ...pieces.map((nodes) => [...flattenPiece(nodes), [nodes[0]!.x, nodes[0]!.y] as const]),
    ...pieces
      .flat()
      .flatMap((node) =>
        (['in', 'out'] as const)
          .filter((side) => !liesOn(node, side))
          .map((side) => [[node.x, node.y], handleOf(node, side)] as const),
      ),
  ],
  places: ({ pieces }) =>
    pieces.flatMap((nodes, piece) =>
      nodes.flatMap((node, n): MarkHandle[] => [
        { name: nodeName(piece, n), label: `Node ${n + 1} of piece ${piece + 1}`, x: node.x, y: node.y },
        ...(['in', 'out'] as const)
          .filter((side) => !liesOn(node, side))
          .map((side) => ({
            name: `${nodeName(piece, n)}.${side}`,
            of: nodeName(piece, n),
            label: `Handle of node ${n + 1}`,
            x: handleOf(node, side)[0],
            y: handleOf(node, side)[1],
          })),
      ]),
    ),
  move: (parameters, name, to, shift) => {
    const { piece, node: n, side } = parseName(name);
    const node = parameters.pieces[piece]?.[n];
    if (!node) return parameters;
    // Shift pulls a pair of handles out of a node; on a handle it moves that one alone.
    const whole = shift ? pullHandle(node, 'out', to, false) : shiftNode(node, to.x - node.x, to.y - node.y);
    const moved = side ? pullHandle(node, side, to, shift) : whole;
    return withNode(parameters, piece, n, moved);
  },
  remove: (parameters, name) => {
    const { piece, node: n, side } = parseName(name);
    const nodes = parameters.pieces[piece];
    const node = nodes?.[n];
    if (!node) return undefined;
    if (side)
      return withNode(
        parameters,
        piece,
        n,
        side === 'in' ? { ...node, inX: node.x, inY: node.y } : { ...node, outX: node.x, outY: node.y },
      );
    return nodes!.length > 3
      ? { pieces: parameters.pieces.with(piece, nodes!.toSpliced(n, 1)) }
      : { pieces: parameters.pieces.toSpliced(piece, 1) };
  },
  insert: (parameters, at, reach) => {
    let best: { piece: number; node: number; t: number; distance: number } | undefined;
    parameters.pieces.forEach((nodes, piece) =>
      nodes.forEach((from, node) => {
        for (let i = 1; i < STEPS; i++) {
          const [x, y] = pointOn(from, nodes[(node + 1) % nodes.length]!, i / STEPS);
          const distance = Math.hypot(x - at.x, y - at.y);
          if (distance < (best?.distance ?? reach)) best = { piece, node, t: i / STEPS, distance };
        }
      }),
    );
    if (!best) return undefined;
    const { piece, node, t } = best;
    const nodes = parameters.pieces[piece]!;
    const next = (node + 1) % nodes.length;
    const [from, between, to] = splitCurve(nodes[node]!, nodes[next]!, t);
    return {
      pieces: parameters.pieces.with(
        piece,
        nodes
          .with(node, from)
          .with(next, to)
          .toSpliced(node + 1, 0, between),
      ),
    };
  },
};
/** Places tried along a line for a new node. */
const STEPS = 64;

function handleOf(node: OutlineNode, side: 'in' | 'out'): readonly [number, number] {
  return side === 'in' ? [node.inX, node.inY] : [node.outX, node.outY];
}

function liesOn(node: OutlineNode, side: 'in' | 'out'): boolean {
  const [x, y] = handleOf(node, side);
  return x === node.x && y === node.y;
}

function shiftNode(node: OutlineNode, across: number, down: number): OutlineNode {
  return {
    x: node.x + across,
    y: node.y + down,
    inX: node.inX + across,
    inY: node.inY + down,
    outX: node.outX + across,
    outY: node.outY + down,
  };
}

/** Moves one handle; the other stays in line with it, unless it goes alone. */
export function pullHandle(
  node: OutlineNode,
  side: 'in' | 'out',
  to: { readonly x: number; readonly y: number },
  alone: boolean,
): OutlineNode {
  const moved = side === 'in' ? { ...node, inX: to.x, inY: to.y } : { ...node, outX: to.x, outY: to.y };
  if (alone) return moved;
  const other = side === 'in' ? 'out' : 'in';
  const [ox, oy] = handleOf(node, other);
  const own = Math.hypot(to.x - node.x, to.y - node.y);
  const length = liesOn(node, other) ? own : Math.hypot(ox - node.x, oy - node.y);
  if (own === 0) return moved;
  const x = node.x - ((to.x - node.x) * length) / own;
  const y = node.y - ((to.y - node.y) * length) / own;
  return other === 'in' ? { ...moved, inX: x, inY: y } : { ...moved, outX: x, outY: y };
}

function withNode(
  { pieces }: OutlineParameters,
  piece: number,
  node: number,
  next: OutlineNode,
): OutlineParameters {
  return { pieces: pieces.with(piece, pieces[piece]!.with(node, next)) };
}
