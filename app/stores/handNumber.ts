import { defineStore } from 'pinia';
import { nextTick, shallowRef } from 'vue';

/** The number of what a hand is dragging, beside the hand. */
export const useHandNumber = defineStore('hand-number', () => {
  const shown = shallowRef<{
    /** CSS pixels from the window's corner */
    readonly x: number;
    readonly y: number;
    readonly text: string;
  }>();
  let held: Element | undefined;

  /** What a handle says of itself to assistive technology is shown where the pointer is. */
  async function show(handle: Element, { clientX: x, clientY: y }: PointerEvent): Promise<void> {
    held = handle;
    // The handle is drawn anew before it is asked.
    await nextTick();
    const text = handle.getAttribute('aria-valuetext');
    if (held === handle) shown.value = text === null ? undefined : { x, y, text };
  }
  function clear(): void {
    held = undefined;
    shown.value = undefined;
  }
  return { shown, show, clear };
});
