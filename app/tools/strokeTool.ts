import { roomFor } from './roomFor';
import type { Drag, PointerSample, PointerTool } from './pointerTool';

export type StrokePoints = readonly (readonly [number, number, number])[];

export interface StrokeToolHost {
  /** opens a gesture; `takes` says whether the stroke adds */
  begin(takes: boolean): void;
  /** shows the stroke so far; called with a growing list */
  draw(points: StrokePoints, takes: boolean): void;
  complete(): void;
  cancel(): void;
  /** what the stroke does without and with the shift key */
  takes(shift: boolean): boolean;
  /** least distance of two points, in pixels of the photo */
  spacing(): number;
}

/** Draws strokes: for the stroke with edge finding and for the brush. */
export function strokeTool(host: StrokeToolHost): PointerTool {
  return { cursor: 'crosshair', begin: (sample) => painting(host, sample) };
}

function painting(host: StrokeToolHost, start: PointerSample): Drag {
  const takes = host.takes(start.shift);
  const spacing = host.spacing();
  let points: StrokePoints = [pointOf(start)];
  const add = (sample: PointerSample) => {
    const last = points[points.length - 1]!;
    if (Math.hypot(sample.image.x - last[0], sample.image.y - last[1]) < spacing) return;
    points = [...roomFor(points), pointOf(sample)];
    host.draw(points, takes);
  };
  host.begin(takes);
  host.draw(points, takes);
  return {
    move: add,
    complete: (sample) => {
      add(sample);
      host.complete();
    },
    cancel: () => host.cancel(),
  };
}

function pointOf({ image, pressure }: PointerSample): readonly [number, number, number] {
  return [round(image.x), round(image.y), round(pressure)];
}

/** A hundredth of a pixel is finer than any hand. */
function round(value: number): number {
  return Math.round(value * 100) / 100;
}
