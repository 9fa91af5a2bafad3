import type { PointerSample, PointerTool } from './pointerTool';

/** Who follows a drag over the picture. */
export interface PullToolHost {
  begin(at: PointerSample['image']): void;
  /** CSS pixels from where it began; upward is positive */
  pull(up: number): void;
  complete(): void;
  cancel(): void;
}

/** A press takes hold of the colour at a place; dragging up or down changes it. */
export function pullTool(host: PullToolHost): PointerTool {
  return {
    cursor: 'ns-resize',
    begin: (start) => {
      host.begin(start.image);
      return {
        move: ({ view }) => host.pull(start.view.y - view.y),
        complete: () => host.complete(),
        cancel: () => host.cancel(),
      };
    },
  };
}
