import type { PointerTool } from './pointerTool';

export interface EllipseToolHost {
  begin(): void;
  draw(ellipse: { x: number; y: number; radiusX: number; radiusY: number }): void;
  complete(): void;
  cancel(): void;
}

/** Draws an ellipse from its centre; shift keeps it a circle. */
export function ellipseTool(host: EllipseToolHost): PointerTool {
  return {
    cursor: 'crosshair',
    begin: (start) => {
      host.begin();
      let drawn = false;
      return {
        move: ({ image, shift }) => {
          const across = Math.abs(image.x - start.image.x);
          const down = Math.abs(image.y - start.image.y);
          const circle = Math.hypot(across, down);
          const radiusX = shift ? circle : across;
          const radiusY = shift ? circle : down;
          if (radiusX < 1 || radiusY < 1) return;
          drawn = true;
          host.draw({ x: start.image.x, y: start.image.y, radiusX, radiusY });
        },
        complete: () => (drawn ? host.complete() : host.cancel()),
        cancel: () => host.cancel(),
      };
    },
  };
}
