import type { Hand } from '#core/offer/drawing';
import { roomFor } from './roomFor';
import type { DrawnKind } from './drawnKinds';
import type { Drag, PointerSample, PointerTool } from './pointerTool';

/** What a mark is drawn on, and with. */
export interface MarkToolHost {
  readonly kind: DrawnKind;
  /** numbers of the kind's settings, by name */
  settings(): Hand['settings'];
  /** pixels of the photo to a CSS pixel */
  pixel(): number;
  /** what a press does, without and with the shift key */
  takes(shift: boolean): boolean;
  /**
   * Opens a gesture on a mark, an old one or a new one.
   * @returns the mark as it is before (undefined for a new one), whether the hand adds to it, and the piece
   *   it draws
   */
  begin(takes: boolean): Begun;
  /** shows the mark as it is drawn so far */
  draw(parameters: unknown): void;
  complete(): void;
  cancel(): void;
  /** ends the piece in progress, if a press at this place does */
  closes(at: PointerSample['image']): boolean;
  /** the photo's own colour at a place, linear sRGB */
  colourAt(at: PointerSample['image']): Promise<Hand['colour']>;
}

/** A mark as it is before a gesture, what the hand does to it, and the piece it draws. */
export interface Begun {
  readonly before: unknown;
  readonly takes: boolean;
  readonly piece: number;
}

/** Least distance of two points of a path, CSS pixels. */
const SPACING = 3;
const NOTHING: Drag = { move: () => undefined, complete: () => undefined, cancel: () => undefined };

/** Draws marks as their kind says: by a path, from one place to another, or by a press. */
export function markTool(host: MarkToolHost): PointerTool {
  return {
    cursor: 'crosshair',
    begin: (start) => {
      if (host.closes(start.image)) return NOTHING;
      return host.kind.drawing.gesture === 'press' ? pressing(host) : drawing(host, start);
    },
  };
}

/** A gesture that is shown while it lasts. */
function drawing(host: MarkToolHost, start: PointerSample): Drag {
  const { gesture, draw } = host.kind.drawing;
  const { before, takes, piece } = host.begin(host.takes(start.shift));
  const spacing = gesture === 'path' ? SPACING * host.pixel() : 0;
  let points: Hand['points'] = [pointOf(start)];
  let shown = false;

  const follow = (sample: PointerSample) => {
    const [lastX, lastY] = points.at(-1)!;
    const far = Math.hypot(sample.image.x - lastX, sample.image.y - lastY);
    if (sample !== start) {
      if (far < spacing) return;
      if (gesture === 'path') points = [...roomFor(points), pointOf(sample)];
    }
    const hand: Hand = {
      from: start.image,
      to: sample.image,
      points,
      shift: sample.shift,
      takes,
      pixel: host.pixel(),
      settings: host.settings(),
      piece,
    };
    const drawn = draw(hand, before);
    if (drawn === undefined) return;
    shown = true;
    host.draw(drawn);
  };
  follow(start);
  return {
    move: follow,
    complete: (sample) => {
      if (gesture === 'path') follow(sample);
      if (shown) host.complete();
      else host.cancel();
    },
    cancel: () => host.cancel(),
  };
}

/** A mark that appears where the pointer is let go. */
function pressing(host: MarkToolHost): Drag {
  return {
    ...NOTHING,
    complete: (sample) => void place(host, sample),
  };
}

async function place(host: MarkToolHost, sample: PointerSample): Promise<void> {
  const { looks, draw } = host.kind.drawing;
  const colour = looks ? await host.colourAt(sample.image) : undefined;
  const { before, takes, piece } = host.begin(host.takes(sample.shift));
  const hand: Hand = {
    from: sample.image,
    to: sample.image,
    points: [pointOf(sample)],
    shift: sample.shift,
    takes,
    pixel: host.pixel(),
    settings: host.settings(),
    piece,
    ...(colour && { colour }),
  };
  const drawn = draw(hand, before);
  if (drawn === undefined) return host.cancel();
  host.draw(drawn);
  host.complete();
}

function pointOf({ image, pressure }: PointerSample): readonly [number, number, number] {
  return [rounded(image.x), rounded(image.y), rounded(pressure)];
}

/** A hundredth of a pixel is finer than any hand. */
function rounded(value: number): number {
  return Math.round(value * 100) / 100;
}
