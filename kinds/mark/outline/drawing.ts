import type { MarkDrawing } from '#core/offer/drawing';
import { pullHandle } from './handles';
import { MOST_NODES_OF_PIECE, MOST_PIECES, cornerNode } from './schema';
import type { OutlineParameters } from './schema';

/** How near to the first node a press closes, and how far a drag has to go to bend, CSS pixels. */
const REACH = 7;
const rounded = (value: number) => Math.round(value * 10) / 10;

/** A press is a corner, a drag bends the line; a press on the first node closes. */
export const outlineDrawing: MarkDrawing<OutlineParameters> = {
  name: 'Outline',
  key: 'X',
  icon: 'Route',
  help: 'Outline: presses set corners, drags bend; Enter or the first node closes',
  hint: 'Press for a corner, drag for a curve; the first node or Enter closes. Then nodes can be dragged; shift pulls handles, a double press adds or takes away a node.',
  example: { hand: 'M38 39l3-2 4 1 4-1 3 2-3 3h-8z', covered: ['M38 39l3-2 4 1 4-1 3 2-3 3h-8z'] },
  rank: 5,
  gesture: 'span',
  pieces: {
    count: ({ pieces }) => pieces.length,
    hasRoom: ({ pieces }) => pieces.length < MOST_PIECES,
    closes: ({ pieces }, piece, at, pixel) => {
      const nodes = pieces[piece] ?? [];
      const first = nodes[0];
      return (
        nodes.length > 1 && first !== undefined && Math.hypot(at.x - first.x, at.y - first.y) <= REACH * pixel
      );
    },
  },
  draw: ({ from, to, pixel, piece }, before) => {
    const pieces = before?.pieces ?? [];
    const nodes = pieces[piece] ?? [];
    if (nodes.length >= MOST_NODES_OF_PIECE) return undefined;
    const corner = cornerNode(rounded(from.x), rounded(from.y));
    const bends = Math.hypot(to.x - corner.x, to.y - corner.y) > REACH * pixel;
    const node = bends ? pullHandle(corner, 'out', { x: rounded(to.x), y: rounded(to.y) }, false) : corner;
    return { pieces: pieces.toSpliced(piece, 1, [...nodes, node]) };
  },
};
