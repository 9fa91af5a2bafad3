<script setup lang="ts">
/** A line to drag: left of it the photo as it was, right of it with the plan. */
const bench = useBench();
const view = useView();
const KEY_STEP = 0.02;

const place = computed({
  get: () => bench.split ?? 0.5,
  set: (share) => (bench.split = Math.min(1, Math.max(0, share))),
});

function drag(event: PointerEvent): void {
  const handle = event.currentTarget as HTMLElement;
  handle.setPointerCapture(event.pointerId);
}

function move(event: PointerEvent): void {
  const handle = event.currentTarget as HTMLElement;
  if (!handle.hasPointerCapture(event.pointerId)) return;
  place.value = (event.clientX - handle.parentElement!.getBoundingClientRect().left) / view.width;
}
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
    @pointerdown.stop="drag"
    @pointermove.stop="move"
    @pointerup.stop
    @keydown.left.prevent="place -= KEY_STEP"
    @keydown.right.prevent="place += KEY_STEP"
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
