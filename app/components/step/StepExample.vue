<script setup lang="ts">
import type { AdjustKind } from '#core/render/kinds';

/** A few places before and after a step, drawn. */
defineProps<{ example: AdjustKind['offer']['example'] }>();
</script>

<template>
  <svg viewBox="0 0 150 26" class="h-[26px] w-[150px]" role="img" aria-label="Colours before and after">
    <g v-for="(colours, side) in example" :key="side" :transform="`translate(${side * 84} 0)`">
      <rect
        v-for="(colour, n) in colours"
        :key="n"
        :x="n * 13"
        y="1"
        width="13.5"
        height="24"
        :fill="colour"
      />
    </g>
    <path d="M69.500 13h9M75 9.500l4 3.500-4 3.500" fill="none" stroke="var(--ink)" stroke-width="1.4" />
  </svg>
</template>
