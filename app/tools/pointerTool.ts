import type { Point } from '../stores/view';

/** A pointer on the picture. */
export interface PointerSample {
  readonly image: Point;
  readonly view: Point;
  /** 0..1; a mouse gives 0.5 */
  readonly pressure: number;
  readonly shift: boolean;
}

/** A press in progress; it ends in one of `complete` and `cancel`. */
export interface Drag {
  move(sample: PointerSample): void;
  complete(sample: PointerSample): void;
  cancel(): void;
}

/** A tool at rest; a press begins a drag. */
export interface PointerTool {
  /** CSS cursor */
  readonly cursor: string;
  begin(sample: PointerSample): Drag;
}
