import type { Point } from '../stores/view';
import type { PointerTool } from './pointerTool';

/** Puts a reading where the pointer is let go. */
export function readingTool(place: (at: Point) => void): PointerTool {
  return {
    cursor: 'crosshair',
    begin: () => ({ move: () => undefined, complete: ({ image }) => place(image), cancel: () => undefined }),
  };
}
