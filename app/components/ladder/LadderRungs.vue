<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { wrapDegrees } from '#core/colour/angles';
import type { Rung } from '#core/document/schema';

/** The rungs as they were, and handles where they are or are wanted. */
const props = defineProps<{ rungs: readonly RungPlace[]; scale: LadderScale }>();
const emit = defineEmits<{ target: [rung: Rung, value: number | null] }>();

const isHue = computed(() => props.scale.quantity === 'hue');
const most = computed(() => (isHue.value ? 360 : 100));
const put = (rung: Rung, value: number) =>
  emit('target', rung, isHue.value ? wrapDegrees(value) : clamp(value, 0, 100));
/** Half the width of a label, wider for three digits; and where its middle stands, within the ladder. */
const half = ({ shown }: RungPlace) => (shown >= 99.5 ? 27 : 23);
const middle = (rung: RungPlace) => clamp(rung.targetX, half(rung) + 1, props.scale.width - half(rung) - 1);
const listeners = useHandleDrag<RungPlace>({
  label: () => 'drag rung',
  far: 5,
  move: (event, { rung }) => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * props.scale.width;
    emit('target', rung, ladderValueAt(props.scale, x));
  },
  nudge: ({ rung, shown }, { across, down }) => put(rung, shown + across - down),
  reset: ({ rung }) => emit('target', rung, null),
});
</script>

<template>
  <g v-for="rung in rungs" :key="rung.rung">
    <path :d="`M${rung.nowX} ${rung.y}L${rung.targetX} ${rung.labelY}`" stroke="#111" stroke-width="1.2" />
    <circle :cx="rung.nowX" :cy="rung.y" r="4.5" fill="#fff" stroke="#111" stroke-width="1.4" />
    <g
      class="ladder-handle cursor-ew-resize touch-none"
      role="slider"
      tabindex="0"
      :aria-label="`Target ${scale.quantity} of the ${rung.rung}`"
      :aria-valuenow="Math.round(rung.shown)"
      aria-valuemin="0"
      :aria-valuemax="most"
      :transform="`translate(${middle(rung)} ${rung.labelY})`"
      v-on="listeners(rung)"
    >
      <rect
        :x="-half(rung)"
        y="-10"
        :width="2 * half(rung)"
        height="20"
        rx="10"
        :fill="rung.target === undefined ? '#fff' : '#111'"
        stroke="#111"
      />
      <text
        text-anchor="middle"
        dy="4.5"
        font-size="12.5"
        font-weight="650"
        :fill="rung.target === undefined ? '#111' : '#fff'"
      >
        {{ RUNG_NAMES[rung.rung].letter }} {{ rung.shown.toFixed(0) }}{{ isHue ? '°' : '%' }}
      </text>
    </g>
  </g>
</template>

<style scoped>
.ladder-handle:focus-visible {
  outline: none;
}
.ladder-handle:focus-visible rect {
  stroke: var(--accent);
  stroke-width: 3;
}
</style>
