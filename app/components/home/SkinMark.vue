<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { deltaDegrees } from '#core/colour/angles';
import { degreesOffRange } from '#core/measure/corridor';
import type { HueRange } from '#core/measure/corridor';

/** Where a sitter's skin stands against its corridor, from redder to greener. */
const props = defineProps<{
  /** HSV degrees; null for grey, undefined while it is not measured */
  hue: number | null | undefined;
  corridor: HueRange;
}>();
const WIDTH = 62;
/** HSV degrees at the right end; the left one is red */
const MOST = 60;
/** What lies beyond an end stands at it, wholly in sight. */
const EDGE = 0.03;
const xOf = (hue: number) => WIDTH * clamp(deltaDegrees(0, hue) / MOST, EDGE, 1 - EDGE);
const words = computed(() => {
  if (props.hue === undefined) return 'skin not measured yet';
  if (props.hue === null) return 'skin is grey';
  const off = degreesOffRange(props.hue, props.corridor);
  const side = off < 0 ? 'too red' : 'too green';
  return `skin at ${props.hue.toFixed(0)}°, ${Math.abs(off) < 0.5 ? 'inside its corridor' : `${Math.abs(off).toFixed(0)}° ${side}`}`;
});
</script>

<template>
  <svg :width="WIDTH" height="14" class="mt-1 block" role="img" :aria-label="words">
    <title>{{ words }}</title>
    <path :d="`M0 7H${WIDTH}`" stroke="var(--line)" />
    <rect
      :x="xOf(corridor.from)"
      y="4"
      :width="xOf(corridor.to) - xOf(corridor.from)"
      height="6"
      fill="var(--raised)"
      stroke="var(--quiet)"
    />
    <path v-if="hue != null" :d="`M${xOf(hue)} 0V14`" stroke="var(--ink)" stroke-width="2.5" />
  </svg>
</template>
