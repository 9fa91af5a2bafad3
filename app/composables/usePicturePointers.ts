import { clamp } from '#core/math/clamp';
import { COORDINATE_REACH } from '#core/document/schema';
import { useEventListener } from '@vueuse/core';
import type { Drag, PointerSample } from '../tools/pointerTool';
import type { Point } from '../stores/view';
import { computed, ref, shallowRef } from 'vue';
import type { Ref } from 'vue';
import { isTyping } from './isTyping';
import { useKeys } from './useKeys';
import { useSeeing } from '../stores/seeing';
import { useView } from '../stores/view';

const WHEEL_ZOOM = 0.0016;

/** Pointers, wheel and pinch on the picture. */
export function usePicturePointers(element: Readonly<Ref<HTMLElement | null>>) {
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
    if (down.size > 1) return cancel();
    const middle = event.button === 1;
    if (event.button !== 0 && !middle) return;
    drag = (middle ? pan : tool.value).begin(sample);
  }

  function move(event: PointerEvent): void {
    const sample = sampleOf(event);
    hover.value = sample.view;
    if (down.size === 2 && down.has(event.pointerId)) return pinch(event.pointerId, sample.view);
    if (down.has(event.pointerId)) down.set(event.pointerId, sample.view);
    if (!drag) return;
    const between = event.getCoalescedEvents?.() ?? [];
    for (const each of between.length > 0 ? between : [event]) drag.move(sampleOf(each));
  }

  /** Two fingers: what lies between them follows them. */
  function pinch(id: number, now: Point): void {
    const before = down.get(id)!;
    const other = [...down.entries()].find(([key]) => key !== id)![1];
    const spread = (point: Point) => Math.hypot(point.x - other.x, point.y - other.y);
    view.zoomTo(view.zoom * (spread(now) / Math.max(1, spread(before))), other);
    view.pan((now.x - before.x) / 2, (now.y - before.y) / 2);
    down.set(id, now);
  }

  function release(event: PointerEvent): void {
    down.delete(event.pointerId);
    const ended = drag;
    drag = undefined;
    ended?.complete(sampleOf(event));
  }

  function giveUp(event: PointerEvent): void {
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
      wheel,
    },
  };
}

/** A hand far beside a small picture still draws what a document takes. */
function withinReach({ x, y }: Point): Point {
  const within = (value: number) => clamp(value, -COORDINATE_REACH, COORDINATE_REACH);
  return { x: within(x), y: within(y) };
}
