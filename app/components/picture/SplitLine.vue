<script setup lang="ts">
import { clampUnit } from '#core/math/clamp';
/** A line to drag: left of it the photo as it was, right of it with the plan. */
const seeing = useSeeing();
const view = useView();

const place = computed({
  get: () => seeing.split ?? 0.5,
  set: (share) => (seeing.split = clampUnit(share)),
});
const KEY_STEP = 0.02;
let before = 0;
const listeners = useHandleDrag({
  gesture: {
    begin: () => (before = place.value),
    end: () => undefined,
    cancel: () => (place.value = before),
  },
  move: (event) => {
    const room = (event.currentTarget as HTMLElement).parentElement!.getBoundingClientRect();
    place.value = (event.clientX - room.left) / view.width;
  },
  nudge: (_, { across, down }) => (place.value += KEY_STEP * (across - down)),
  toEnd: (_, end) => (place.value = end === 'most' ? 1 : 0),
})(undefined);
</script>

<template>
  <div
    class="absolute inset-y-0 z-10 -ml-3 flex w-6 cursor-ew-resize touch-none items-end justify-center pb-3"
    role="slider"
    tabindex="0"
    aria-label="Line between before and after"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-valuenow="Math.round(100 * place)"
    :style="{ left: `${100 * place}%` }"
    v-on="listeners"
  >
    <span
      class="pointer-events-none absolute inset-y-0 w-px bg-white"
      style="box-shadow: 0 0 0 1px rgb(0 0 0 / 50%)"
    />
    <span class="pointer-events-none absolute bottom-3 right-5 rounded bg-raised px-1.5 text-[12px]"
      >before</span
    >
    <span class="pointer-events-none absolute bottom-3 left-5 rounded bg-raised px-1.5 text-[12px]"
      >after</span
    >
  </div>
</template>
