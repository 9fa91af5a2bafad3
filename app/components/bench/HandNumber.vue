<script setup lang="ts">
/** Where a hand drags a handle: its number, beside the pointer and never under it. */
const hand = useHandNumber();
</script>

<template>
  <span
    v-if="hand.shown"
    class="pointer-events-none fixed z-40 rounded border border-line bg-raised px-1.5 py-0.5 text-[12px] font-semibold"
    :style="{ left: `${hand.shown.x + 14}px`, top: `${hand.shown.y - 30}px` }"
    data-testid="hand-number"
    aria-hidden="true"
    >{{ hand.shown.text }}</span
  >
</template>
