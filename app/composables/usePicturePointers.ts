import { deltaDegrees, RADIANS_PER_DEGREE } from '#core/colour/angles';
import { clamp } from '#core/math/clamp';
import { COORDINATE_REACH } from '#core/document/schema';
import { useEventListener } from '@vueuse/core';
import type { Drag, PointerSample } from '../tools/pointerTool';
import type { Point } from '../stores/view';
import { computed, ref, shallowRef } from 'vue';
import type { Ref } from 'vue';
import { isTyping } from './isTyping';
import { nudgeOf } from './nudgeOf';
import type { MenuPlace } from './usePictureMenu';
import { useKeys } from './useKeys';
import { useSeeing } from '../stores/seeing';
import { useView } from '../stores/view';

const WHEEL_ZOOM = 0.0016;

/** A finger that rests so long asks what can be done. */
const LONG_PRESS_MS = 550;
/** A finger is never quite still, CSS pixels. */
const STILL = 8;
const ARROWS: Readonly<Record<string, readonly [across: number, down: number]>> = {
  ArrowLeft: [1, 0],
  ArrowRight: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
};
/** Two fingers turn the picture once they turn by so much, and leave it upright within so much, degrees. */
const TURNS_FROM = 12;
const UPRIGHT_WITHIN = 4;
/** An arrow key moves the picture by so many CSS pixels. */
const KEY_PIXELS = 40;

/**
 * Pointers, wheel, pinch and keys on the picture.
 * @param ask is told where it is asked what can be done: a right press, a long one, the menu key
 */
export function usePicturePointers(element: Readonly<Ref<HTMLElement | null>>, ask: (at: MenuPlace) => void) {
  const view = useView();
  const seeing = useSeeing();
  const keys = useKeys();
  const travelling = ref(false);
  const { tool, pan } = usePointerTool(travelling);
  const hover = shallowRef<Point>();
  const down = new Map<number, Point>();
  let drag: Drag | undefined;

  function sampleOf(event: PointerEvent): PointerSample {
    const box = element.value!.getBoundingClientRect();
    const at = placeOf(event, box);
    return {
      view: at,
      image: withinReach(view.viewToImage(at)),
      pressure: event.pointerType === 'pen' ? event.pressure : 0.5,
      shift: event.shiftKey,
    };
  }

  /** In the half that shows the picture as it was, a place is the same as in the other. */
  function placeOf({ clientX, clientY }: MouseEvent, box: DOMRect): Point {
    const x = clientX - box.left;
    return { x: seeing.beside && x > view.width ? x - view.width : x, y: clientY - box.top };
  }

  function press(event: PointerEvent): void {
    const sample = sampleOf(event);
    element.value!.setPointerCapture(event.pointerId);
    down.set(event.pointerId, sample.view);
    moveOn();
    turned = 0;
    if (down.size > 1) return cancel();
    const middle = event.button === 1;
    if (event.button !== 0 && !middle) return;
    drag = (middle ? pan : tool.value).begin(sample);
    if (event.pointerType === 'touch') waitForLongPress(sample, event);
  }

  let resting: { readonly from: Point; readonly timer: ReturnType<typeof setTimeout> } | undefined;
  function waitForLongPress({ view: from, image }: PointerSample, { clientX, clientY }: PointerEvent): void {
    const timer = setTimeout(() => {
      resting = undefined;
      cancel();
      ask({ image, screen: { x: clientX, y: clientY } });
    }, LONG_PRESS_MS);
    resting = { from, timer };
  }
  function moveOn(at?: Point): void {
    if (!resting || (at && Math.hypot(at.x - resting.from.x, at.y - resting.from.y) < STILL)) return;
    clearTimeout(resting.timer);
    resting = undefined;
  }

  /** What can be done here; by the menu key in the middle of what is seen. */
  function askAt(event: MouseEvent): void {
    event.preventDefault();
    if (event instanceof PointerEvent && event.pointerType === 'touch') return;
    const box = element.value!.getBoundingClientRect();
    // A key has no kind of pointer; a press with ctrl held, as on some systems, has.
    const isKey = event instanceof PointerEvent ? event.pointerType === '' : event.button !== 2;
    const at = isKey ? { x: view.width / 2, y: view.height / 2 } : placeOf(event, box);
    const screen = isKey ? { x: box.left + at.x, y: box.top + at.y } : { x: event.clientX, y: event.clientY };
    ask({ image: withinReach(view.viewToImage(at)), screen });
  }

  function key(event: KeyboardEvent): void {
    const way = event.target === element.value ? ARROWS[event.key] : undefined;
    if (!way || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const pixels = KEY_PIXELS * nudgeOf(event, 4);
    view.pan(way[0] * pixels, way[1] * pixels);
  }

  function move(event: PointerEvent): void {
    const sample = sampleOf(event);
    hover.value = sample.view;
    moveOn(sample.view);
    if (down.size === 2 && down.has(event.pointerId)) return pinch(event.pointerId, sample.view);
    if (down.has(event.pointerId)) down.set(event.pointerId, sample.view);
    if (!drag) return;
    const between = event.getCoalescedEvents?.() ?? [];
    for (const each of between.length > 0 ? between : [event]) drag.move(sampleOf(each));
  }

  /** how far the two fingers on the picture have turned, degrees */
  let turned = 0;
  /** Two fingers: what lies between them follows them. */
  function pinch(id: number, now: Point): void {
    const before = down.get(id)!;
    const other = [...down.entries()].find(([key]) => key !== id)![1];
    const bearing = (point: Point) => Math.atan2(point.y - other.y, point.x - other.x) / RADIANS_PER_DEGREE;
    const spread = (point: Point) => Math.hypot(point.x - other.x, point.y - other.y);
    const middle = { x: (before.x + other.x) / 2, y: (before.y + other.y) / 2 };
    const by = deltaDegrees(bearing(before), bearing(now));
    turned += by;
    if (Math.abs(turned) >= TURNS_FROM) view.turn(by, middle);
    view.zoomTo(view.zoom * (spread(now) / Math.max(1, spread(before))), middle);
    view.pan((now.x - before.x) / 2, (now.y - before.y) / 2);
    down.set(id, now);
  }

  function release(event: PointerEvent): void {
    moveOn();
    if (down.size === 2) setUpright();
    down.delete(event.pointerId);
    const ended = drag;
    drag = undefined;
    ended?.complete(sampleOf(event));
  }

  function setUpright(): void {
    const off = deltaDegrees(0, view.degrees);
    if (off !== 0 && Math.abs(off) < UPRIGHT_WITHIN) view.turn(-off);
  }

  function giveUp(event: PointerEvent): void {
    moveOn();
    down.delete(event.pointerId);
    cancel();
  }

  function cancel(): void {
    const ended = drag;
    drag = undefined;
    ended?.cancel();
  }

  function wheel(event: WheelEvent): void {
    event.preventDefault();
    const box = element.value!.getBoundingClientRect();
    const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 30 : 1;
    const finer = event.ctrlKey ? 6 : 1;
    view.zoomTo(view.zoom * Math.exp(-event.deltaY * lines * finer * WHEEL_ZOOM), placeOf(event, box));
  }

  useEventListener(
    window,
    'keydown',
    (event: KeyboardEvent) => {
      if (event.key === 'Escape' && drag) {
        event.stopImmediatePropagation();
        cancel();
      }
      if (keys.commandOf(event) === 'travel' && !isTyping(event.target)) travelling.value = true;
    },
    { capture: true },
  );
  useEventListener(
    window,
    'keyup',
    (event: KeyboardEvent) => keys.endsHold(event, 'travel') && (travelling.value = false),
  );
  useEventListener(window, 'blur', () => (travelling.value = false));

  return {
    cursor: computed(() => tool.value.cursor),
    hover,
    handlers: {
      pointerdown: press,
      pointermove: move,
      pointerup: release,
      pointercancel: giveUp,
      pointerleave: () => (hover.value = undefined),
      contextmenu: askAt,
      keydown: key,
      wheel,
    },
  };
}

/** A hand far beside a small picture still draws what a document takes. */
function withinReach({ x, y }: Point): Point {
  const within = (value: number) => clamp(value, -COORDINATE_REACH, COORDINATE_REACH);
  return { x: within(x), y: within(y) };
}
