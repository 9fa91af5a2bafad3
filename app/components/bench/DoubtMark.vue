<script setup lang="ts">
/** The mark of an unsure part on the face map. */
defineProps<{ x: number; y: number }>();
</script>

<template>
  <g :transform="`translate(${x} ${y})`" class="pointer-events-none">
    <circle r="6.5" fill="var(--raised)" stroke="var(--warn)" stroke-width="1.2" />
    <text text-anchor="middle" dy="4" font-size="11" font-weight="700" fill="var(--warn)">?</text>
  </g>
</template>
