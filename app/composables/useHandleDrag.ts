import { onScopeDispose } from 'vue';
import { useGesture } from './gesture';
import type { Gesture } from './gesture';
import { nudgeOf } from './nudgeOf';
import { useHandNumber } from '../stores/handNumber';

/**
 * A step by a key: arrows go one way by one; with shift, or by the page keys, they go far, with alt a tenth.
 */
export interface Nudge {
  readonly across: number;
  /** upward is negative, as on the screen */
  readonly down: number;
}

/** Where a hand has a handle: with alt held it moves a tenth of the pointer's way. */
export interface HandlePlace {
  readonly clientX: number;
  readonly clientY: number;
  readonly shiftKey: boolean;
  readonly type: string;
  readonly currentTarget: EventTarget | null;
}

/** How a handle moves what it belongs to. */
export interface HandleDrag<What> {
  /** follows the hand */
  readonly move: (place: HandlePlace, what: What) => void;
  /** whether a press without a drag moves too */
  readonly movesAtOnce?: boolean;
  readonly nudge: (what: What, by: Nudge) => void;
  /** to an end of its range, by the Home and End keys */
  readonly toEnd?: (what: What, end: 'least' | 'most') => void;
  /** as it was at first, by a double press */
  readonly reset?: (what: What) => void;
  /** how many steps shift and the page keys go */
  readonly far?: number;
  /** names the change */
  readonly label?: () => string;
  /** in place of the sitting's gesture, for what is no part of it */
  readonly gesture?: Gesture;
  /** whether its number stands beside it anyway */
  readonly saysItself?: boolean;
}

const ARROWS: Readonly<Record<string, Nudge>> = {
  ArrowLeft: { across: -1, down: 0 },
  ArrowRight: { across: 1, down: 0 },
  ArrowUp: { across: 0, down: -1 },
  ArrowDown: { across: 0, down: 1 },
};
/** A drag with alt held is so much finer. */
const FINER = 10;
/** Turns of a wheel that follow each other within this time are one change. */
const WHEEL_ENDS_MS = 400;
const PAGES: Readonly<Record<string, Nudge>> = {
  PageUp: { across: 0, down: -1 },
  PageDown: { across: 0, down: 1 },
};

/**
 * A handle that is dragged by the pointer and moved by keys. A drag is one gesture; Escape, or a pointer that
 * is taken away, puts everything back.
 * @returns the listeners of a handle, given what it moves
 */
export function useHandleDrag<What = undefined>(drag: HandleDrag<What>) {
  const gesture = drag.gesture ?? useGesture();
  const hand = useHandNumber();
  const far = drag.far ?? 10;
  let held: Held | undefined;
  let wheeling: ReturnType<typeof setTimeout> | undefined;

  /** The place of the hand, which has gone with the pointer, or a tenth of its way. */
  function follow(event: PointerEvent): HandlePlace {
    const { clientX, clientY, shiftKey, type, currentTarget } = event;
    const at = held!;
    const share = event.altKey ? 1 / FINER : 1;
    at.hand = {
      x: at.hand.x + share * (clientX - at.last.x),
      y: at.hand.y + share * (clientY - at.last.y),
    };
    at.last = { x: clientX, y: clientY };
    return { clientX: at.hand.x, clientY: at.hand.y, shiftKey, type, currentTarget };
  }

  function press(event: PointerEvent, what: What): void {
    if (event.button !== 0 || held) return;
    event.stopPropagation();
    const element = event.currentTarget as Element;
    element.setPointerCapture(event.pointerId);
    const at = { x: event.clientX, y: event.clientY };
    held = { pointer: event.pointerId, element, last: at, hand: at };
    window.addEventListener('keydown', giveUp, { capture: true });
    gesture.begin(drag.label?.());
    if (drag.movesAtOnce) drag.move(follow(event), what);
  }

  function finish(how: 'end' | 'cancel'): void {
    held = undefined;
    hand.clear();
    window.removeEventListener('keydown', giveUp, { capture: true });
    gesture[how]();
  }

  function letGo(event: PointerEvent, how: 'end' | 'cancel'): void {
    if (held?.pointer !== event.pointerId) return;
    event.stopPropagation();
    finish(how);
  }

  function giveUp(event: KeyboardEvent): void {
    if (event.key !== 'Escape' || !held) return;
    event.stopImmediatePropagation();
    const { element, pointer } = held;
    finish('cancel');
    if (element.hasPointerCapture(pointer)) element.releasePointerCapture(pointer);
  }

  /** Over a handle that has the focus, the wheel is the arrow keys up and down. */
  function wheel(event: WheelEvent, what: What): void {
    if (event.deltaY === 0 || document.activeElement !== event.currentTarget) return;
    event.preventDefault();
    if (wheeling === undefined) gesture.begin(drag.label?.());
    clearTimeout(wheeling);
    wheeling = setTimeout(endWheel, WHEEL_ENDS_MS);
    const size = nudgeOf(event, far);
    drag.nudge(what, { across: 0, down: Math.sign(event.deltaY) * size });
  }

  function endWheel(): void {
    if (wheeling === undefined) return;
    clearTimeout(wheeling);
    wheeling = undefined;
    gesture.end();
  }

  // A handle that goes while it is held leaves everything as it was.
  onScopeDispose(() => {
    endWheel();
    if (held) finish('cancel');
  });

  function key(event: KeyboardEvent, what: What): void {
    const [nudge, size] = ARROWS[event.key]
      ? [ARROWS[event.key], nudgeOf(event, far)]
      : [PAGES[event.key], far];
    const end = ({ Home: 'least', End: 'most' } as const)[event.key];
    if (nudge) drag.nudge(what, { across: nudge.across * size, down: nudge.down * size });
    else if (end && drag.toEnd) drag.toEnd(what, end);
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  return (what: What) => ({
    pointerdown: (event: PointerEvent) => press(event, what),
    pointermove: (event: PointerEvent) => {
      if (held?.pointer !== event.pointerId) return;
      event.stopPropagation();
      drag.move(follow(event), what);
      if (!drag.saysItself) void hand.show(event.currentTarget as Element, event);
    },
    pointerup: (event: PointerEvent) => letGo(event, 'end'),
    pointercancel: (event: PointerEvent) => letGo(event, 'cancel'),
    lostpointercapture: (event: PointerEvent) => letGo(event, 'cancel'),
    keydown: (event: KeyboardEvent) => key(event, what),
    wheel: (event: WheelEvent) => wheel(event, what),
    dblclick: () => drag.reset?.(what),
  });
}

/** A handle in hand: the pointer as it was told last, and the hand that follows it. */
interface Held {
  readonly pointer: number;
  readonly element: Element;
  last: { readonly x: number; readonly y: number };
  hand: { readonly x: number; readonly y: number };
}
