<script setup lang="ts">
import { clampUnit } from '#core/math/clamp';
/** The width of the grain at the foot of the ladder: dragged inward, it evens. */
const props = defineProps<{ grain: GrainPlace; scale: LadderScale; evenness: number }>();
const emit = defineEmits<{ evenness: [share: number] }>();

/** CSS pixels above the foot of the ladder */
const ABOVE = 12;
const y = computed(() => props.scale.height - ABOVE);
const STEP = 0.05;
const put = (share: number) => emit('evenness', Math.round(100 * clampUnit(share)) / 100);
const path = computed(() => {
  const { middle, half } = props.grain;
  // Wider than the frame, its ends stand at the frame's edges.
  const [from, to] = [Math.max(1, middle - half), Math.min(props.scale.width - 1, middle + half)];
  return `M${from} ${y.value - 6}v12M${to} ${y.value - 6}v12M${from} ${y.value}H${to}`;
});
const listeners = useHandleDrag({
  label: () => 'evenness',
  far: 5,
  move: (event) => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    const x = ((event.clientX - box.left) / box.width) * props.scale.width;
    put(1 - Math.abs(x - props.grain.middle) / props.grain.full);
  },
  nudge: (_, { across, down }) => put(props.evenness - STEP * (across - down)),
  toEnd: (_, end) => put(end === 'most' ? 1 : 0),
  reset: () => put(0),
})(undefined);
</script>

<template>
  <g
    class="ladder-grain cursor-ew-resize touch-none"
    role="slider"
    tabindex="0"
    :aria-label="`Evenness of ${scale.quantity}: width of the grain`"
    :aria-valuenow="Math.round(100 * evenness)"
    aria-valuemin="0"
    aria-valuemax="100"
    :aria-valuetext="`${Math.round(100 * evenness)} %`"
    v-on="listeners"
  >
    <title>Width of the grain: drag inward to even {{ scale.quantity }}</title>
    <rect
      :x="grain.middle - grain.full - 8"
      :y="y - 9"
      :width="2 * grain.full + 16"
      height="18"
      fill="transparent"
    />
    <path :d="path" stroke="#fff" stroke-width="4" fill="none" />
    <path :d="path" class="ladder-grain-line" stroke="#111" stroke-width="1.6" fill="none" />
  </g>
</template>

<style scoped>
.ladder-grain:focus-visible {
  outline: none;
}
.ladder-grain:focus-visible .ladder-grain-line {
  stroke: var(--accent);
  stroke-width: 3;
}
</style>
