import type { PointerTool } from './pointerTool';

/** Moves the photo under the pointer. */
export function panTool(pan: (across: number, down: number) => void): PointerTool {
  return {
    cursor: 'grab',
    begin: (start) => {
      let last = start.view;
      return {
        move: ({ view }) => {
          pan(view.x - last.x, view.y - last.y);
          last = view;
        },
        complete: () => undefined,
        cancel: () => undefined,
      };
    },
  };
}
