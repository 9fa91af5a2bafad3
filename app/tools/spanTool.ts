import type { PointerSample, PointerTool } from './pointerTool';

export interface SpanToolHost {
  begin(takes: boolean): void;
  /** from where the pointer was put down to where it is */
  draw(from: PointerSample['image'], to: PointerSample['image']): void;
  complete(): void;
  cancel(): void;
  takes(shift: boolean): boolean;
  /** whether a press without a drag counts */
  readonly pressCounts: boolean;
}

/** Draws something from one point to another: a fade, a patch. */
export function spanTool(host: SpanToolHost): PointerTool {
  return {
    cursor: 'crosshair',
    begin: (start) => {
      host.begin(host.takes(start.shift));
      let drawn = false;
      if (host.pressCounts) {
        host.draw(start.image, start.image);
        drawn = true;
      }
      return {
        move: ({ image }) => {
          drawn = true;
          host.draw(start.image, image);
        },
        complete: () => (drawn ? host.complete() : host.cancel()),
        cancel: () => host.cancel(),
      };
    },
  };
}
