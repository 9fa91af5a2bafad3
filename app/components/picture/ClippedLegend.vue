<script setup lang="ts">
/** Shares of the pixels in sight that are clipped, per channel, at white and at black. */
const props = defineProps<{ shares: readonly number[] }>();
const CHANNELS = ['red', 'green', 'blue'];
const words = (from: number) =>
  CHANNELS.map((name, c) => `${name} ${(100 * (props.shares[from + c] ?? 0)).toFixed(2)}`).join(', ');
</script>

<template>
  <p
    role="status"
    class="pointer-events-none absolute bottom-3 right-3 rounded bg-raised px-2 py-1 text-[13px] tabular-nums"
  >
    Clipped, % of what is in sight. At white: {{ words(0) }}. At black: {{ words(3) }}.
  </p>
</template>
