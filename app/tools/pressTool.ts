import type { Point } from '../stores/view';
import type { PointerTool } from './pointerTool';

/** Does something at the place where the pointer is let go. */
export function pressTool(place: (at: Point) => void): PointerTool {
  return {
    cursor: 'crosshair',
    begin: () => ({ move: () => undefined, complete: ({ image }) => place(image), cancel: () => undefined }),
  };
}
