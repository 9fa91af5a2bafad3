import { roomFor } from './roomFor';
import type { PointerTool } from './pointerTool';

export type Loop = readonly (readonly [number, number])[];

export interface LassoToolHost {
  begin(): void;
  /** shows the loop so far, three points at least */
  draw(loop: Loop): void;
  complete(): void;
  cancel(): void;
  /** least distance of two points, in pixels of the photo */
  spacing(): number;
}

/** Draws a loop freehand; letting go closes it. */
export function lassoTool(host: LassoToolHost): PointerTool {
  return {
    cursor: 'crosshair',
    begin: (start) => {
      host.begin();
      const spacing = host.spacing();
      let loop: Loop = [[start.image.x, start.image.y]];
      return {
        move: ({ image }) => {
          const last = loop[loop.length - 1]!;
          if (Math.hypot(image.x - last[0], image.y - last[1]) < spacing) return;
          loop = [...roomFor(loop), [Math.round(image.x * 100) / 100, Math.round(image.y * 100) / 100]];
          if (loop.length >= 3) host.draw(loop);
        },
        complete: () => (loop.length >= 3 ? host.complete() : host.cancel()),
        cancel: () => host.cancel(),
      };
    },
  };
}
