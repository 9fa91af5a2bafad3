<script setup lang="ts">
import { clamp } from '#core/math/clamp';
/**
 * A span with soft ends over an axis: its ends and the reach of its softness are dragged, or moved by the
 * arrow keys.
 */
export interface Span {
  readonly from: number;
  readonly to: number;
  /** width of the passage beyond both ends, in the unit of the axis */
  readonly soft: number;
}

const props = defineProps<{
  label: string;
  unit: string;
  min: number;
  max: number;
  /** CSS colours along the axis */ ground: readonly string[];
  /** both ends move together about the middle */ mirrored?: boolean;
  /** names the change, for undo */ change?: string;
}>();
const model = defineModel<Span>({ required: true });

const WIDTH = 124;
const HEIGHT = 30;
const TOP = 6;
const chart = useTemplateRef<SVGSVGElement>('chart');
const across = (value: number) => ((value - props.min) / (props.max - props.min)) * WIDTH;
const within = (value: number) => clamp(value, props.min, props.max);
const shape = computed(() => {
  const { from, to, soft } = model.value;
  return `M${across(from - soft)} ${HEIGHT}L${across(from)} ${TOP}L${across(to)} ${TOP}L${across(to + soft)} ${HEIGHT}`;
});
type Grip = 'from' | 'to' | 'soft';
const grips = computed(() => {
  const { from, to, soft } = model.value;
  const ends: { name: Grip; label: string; value: number; y: number }[] = [
    { name: 'to', label: `${props.label}: ${props.mirrored ? 'reach' : 'upper end'}`, value: to, y: TOP },
    { name: 'soft', label: `${props.label}: soft end`, value: to + soft, y: HEIGHT - 4 },
  ];
  return props.mirrored
    ? ends
    : [{ name: 'from' as Grip, label: `${props.label}: lower end`, value: from, y: TOP }, ...ends];
});

function put(name: Grip, value: number): void {
  const { from, to, soft } = model.value;
  const at = Math.round(within(value) * 10) / 10;
  if (name === 'soft') model.value = { from, to, soft: Math.max(0, at - to) };
  else if (props.mirrored) model.value = { from: -Math.max(0, at), to: Math.max(0, at), soft };
  else
    model.value =
      name === 'from' ? { from: Math.min(at, to), to, soft } : { from, to: Math.max(at, from), soft };
}

interface Held {
  readonly name: Grip;
  readonly value: number;
}
const listeners = useHandleDrag<Held>({
  ...(props.change && { label: () => props.change! }),
  move: (event, { name }) => {
    const box = chart.value!.getBoundingClientRect();
    put(name, props.min + ((event.clientX - box.left) / box.width) * (props.max - props.min));
  },
  nudge: ({ name, value }, { across, down }) =>
    put(name, value + ((across - down) * (props.max - props.min)) / 200),
  toEnd: ({ name }, end) => put(name, end === 'most' ? props.max : props.min),
});
</script>

<template>
  <svg
    ref="chart"
    :width="WIDTH"
    :height="HEIGHT + 4"
    :viewBox="`0 0 ${WIDTH} ${HEIGHT + 4}`"
    class="touch-none rounded border border-line align-middle"
    role="group"
    :aria-label="label"
  >
    <rect
      v-for="(colour, n) in ground"
      :key="n"
      :x="(n * WIDTH) / ground.length"
      y="0"
      :width="WIDTH / ground.length + 0.5"
      :height="HEIGHT + 4"
      :fill="colour"
    />
    <path :d="`${shape}L${WIDTH} ${HEIGHT + 4}L0 ${HEIGHT + 4}z`" fill="rgb(255 255 255 / 20%)" />
    <path :d="shape" fill="none" stroke="#000" stroke-width="3" stroke-opacity="0.6" />
    <path :d="shape" fill="none" stroke="#fff" stroke-width="1.3" />
    <g
      v-for="grip in grips"
      :key="grip.name"
      class="cursor-ew-resize"
      role="slider"
      tabindex="0"
      :aria-label="grip.label"
      :aria-valuemin="min"
      :aria-valuemax="max"
      :aria-valuenow="grip.value"
      :aria-valuetext="`${grip.value.toFixed(0)}${unit}`"
      :transform="`translate(${clamp(across(grip.value), 4, WIDTH - 4)} ${grip.y})`"
      v-on="listeners(grip)"
    >
      <circle r="9" fill="transparent" />
      <circle r="4" :fill="grip.name === 'soft' ? '#000' : '#fff'" stroke="#fff" stroke-width="1.2" />
      <circle v-if="grip.name !== 'soft'" r="4" fill="none" stroke="#000" stroke-width="1" />
    </g>
  </svg>
</template>
