import { pullHandle } from '#kinds/mark/outline/handles';
import { MOST_NODES_OF_PIECE, cornerNode } from '#kinds/mark/outline/schema';
import type { OutlineNode } from '#kinds/mark/outline/schema';
import type { PointerTool } from './pointerTool';

export interface OutlineToolHost {
  /** nodes of the piece in progress; none while none is open */
  open(): readonly OutlineNode[];
  begin(): void;
  /** shows the piece in progress */
  draw(nodes: readonly OutlineNode[]): void;
  complete(): void;
  cancel(): void;
  /** the piece is done; the next press begins another */
  close(): void;
  /** how near to the first node a press closes, and how far a drag has to go to bend, pixels of the photo */
  reach(): number;
}

const rounded = (value: number) => Math.round(value * 10) / 10;

/** Places nodes press by press: a press is a corner, a drag bends the line; a press on the first node closes. */
export function outlineTool(host: OutlineToolHost): PointerTool {
  return {
    cursor: 'crosshair',
    begin: ({ image }) => {
      const before = host.open();
      const first = before[0];
      const node = cornerNode(rounded(image.x), rounded(image.y));
      if (first && before.length > 1 && Math.hypot(image.x - first.x, image.y - first.y) <= host.reach())
        return { move: () => undefined, complete: () => host.close(), cancel: () => undefined };
      if (before.length >= MOST_NODES_OF_PIECE)
        return { move: () => undefined, complete: () => undefined, cancel: () => undefined };
      host.begin();
      host.draw([...before, node]);
      return {
        move: ({ image: to }) => {
          const bent =
            Math.hypot(to.x - node.x, to.y - node.y) > host.reach()
              ? pullHandle(node, 'out', { x: rounded(to.x), y: rounded(to.y) }, false)
              : node;
          host.draw([...before, bent]);
        },
        complete: () => host.complete(),
        cancel: () => host.cancel(),
      };
    },
  };
}
