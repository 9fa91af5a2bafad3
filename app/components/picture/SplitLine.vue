<script setup lang="ts">
import type { HandlePlace } from '../../composables/useHandleDrag';
import { clamp, clampUnit } from '#core/math/clamp';
/** A line to drag: left of it the photo as it was, right of it with the plan; its upper end turns it. */
const seeing = useSeeing();
const view = useView();

const place = computed({
  get: () => seeing.split ?? 0.5,
  set: (share) => (seeing.split = clampUnit(share)),
});
const KEY_STEP = 0.02;
const KEY_DEGREES = 5;
/** A line that lies has no left. */
const MOST_DEGREES = 89;
/** Where the turning grip sits: share of the height above the middle. */
const GRIP_UP = 0.3;
const DEGREES = 180 / Math.PI;

let before = { at: 0.5, degrees: 0 };
const gesture = {
  begin: () => (before = { at: place.value, degrees: seeing.splitDegrees }),
  end: () => undefined,
  cancel: () => {
    place.value = before.at;
    seeing.splitDegrees = before.degrees;
  },
};
const turn = (degrees: number) => (seeing.splitDegrees = clamp(degrees, -MOST_DEGREES, MOST_DEGREES));
const roomOf = (event: HandlePlace) =>
  (event.currentTarget as HTMLElement).closest('[data-testid=stage]')!.getBoundingClientRect();
const line = useHandleDrag({
  gesture,
  move: (event) => (place.value = (event.clientX - roomOf(event).left) / view.width),
  nudge: (_, { across, down }) => (place.value += KEY_STEP * (across - down)),
  toEnd: (_, end) => (place.value = end === 'most' ? 1 : 0),
})(undefined);
const grip = useHandleDrag({
  gesture,
  move: (event) => {
    const room = roomOf(event);
    const across = event.clientX - room.left - place.value * room.width;
    const up = room.top + room.height / 2 - event.clientY;
    turn(Math.atan2(across, Math.max(1, up)) * DEGREES);
  },
  nudge: (_, { across, down }) => turn(seeing.splitDegrees + KEY_DEGREES * (across - down)),
  toEnd: (_, end) => turn(end === 'most' ? MOST_DEGREES : 0),
})(undefined);
const turned = computed(() => `rotate(${seeing.splitDegrees}deg)`);
</script>

<template>
  <div
    class="pointer-events-none absolute inset-y-0 z-10 -ml-3 w-6"
    :style="{ left: `${100 * place}%`, transform: turned }"
  >
    <div
      class="pointer-events-auto absolute inset-x-0 cursor-ew-resize touch-none"
      :class="seeing.splitDegrees === 0 ? 'inset-y-0' : '-inset-y-full'"
      role="slider"
      tabindex="0"
      aria-label="Line between before and after"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuenow="Math.round(100 * place)"
      v-on="line"
    >
      <span
        class="pointer-events-none absolute inset-y-0 left-3 w-px bg-white"
        style="box-shadow: 0 0 0 1px rgb(0 0 0 / 50%)"
      />
    </div>
    <button
      class="pointer-events-auto absolute left-1 h-4 w-4 cursor-grab touch-none rounded-full border border-black/60 bg-white"
      role="slider"
      aria-label="Angle of the dividing line"
      title="Drag to turn the line"
      :aria-valuemin="-MOST_DEGREES"
      :aria-valuemax="MOST_DEGREES"
      :aria-valuenow="Math.round(seeing.splitDegrees)"
      :style="{ top: `${100 * (0.5 - GRIP_UP)}%` }"
      v-on="grip"
    />
    <span class="absolute bottom-3 right-5 rounded bg-raised px-1.5 text-[12px]">before</span>
    <span class="absolute bottom-3 left-5 rounded bg-raised px-1.5 text-[12px]">after</span>
  </div>
</template>
