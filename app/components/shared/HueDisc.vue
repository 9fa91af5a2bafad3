<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { RADIANS_PER_DEGREE, wrapDegrees } from '#core/colour/angles';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { convertOklabToSrgbLinear } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';

/**
 * A push of colour as a point on a small disc: hue about it (OKLCh degrees, anticlockwise from the right),
 * amount from its centre.
 */
const props = defineProps<{
  label: string;
  hue: number;
  amount: number;
  most: number;
  /** where the family lies, OKLCh degrees */ family?: number | undefined;
  /** CSS pixels */ size?: number;
}>();
const emit = defineEmits<{ push: [hue: number, amount: number] }>();

/** of the drawing */
const VIEW = 60;
const RADIUS = 27;
const RIM = 5;
const SECTORS = 24;
const colour = (hue: number) => {
  const [red, green, blue] = mapIntoSrgbGamut(
    convertOklabToSrgbLinear([
      0.68,
      0.11 * Math.cos(hue * RADIANS_PER_DEGREE),
      0.11 * Math.sin(hue * RADIANS_PER_DEGREE),
    ]),
  );
  return `rgb(${encodeSrgb8(red)} ${encodeSrgb8(green)} ${encodeSrgb8(blue)})`;
};
const at = (hue: number, distance: number) => ({
  x: distance * Math.cos(hue * RADIANS_PER_DEGREE),
  y: -distance * Math.sin(hue * RADIANS_PER_DEGREE),
});
const rim = Array.from({ length: SECTORS }, (_, i) => {
  const from = at((i * 360) / SECTORS, RADIUS);
  const to = at(((i + 1.05) * 360) / SECTORS, RADIUS);
  return {
    path: `M${from.x} ${from.y}A${RADIUS} ${RADIUS} 0 0 0 ${to.x} ${to.y}`,
    colour: colour(((i + 0.5) * 360) / SECTORS),
  };
});
const inner = RADIUS - RIM;
const point = computed(() => at(props.hue, (inner * props.amount) / props.most));

const listeners = useHandleDrag({
  movesAtOnce: true,
  far: 5,
  move: (event) => {
    const box = (event.currentTarget as SVGElement).getBoundingClientRect();
    const scale = VIEW / box.width;
    const x = scale * (event.clientX - box.left - box.width / 2);
    const y = scale * (box.top + box.height / 2 - event.clientY);
    emit(
      'push',
      Math.round(wrapDegrees(Math.atan2(y, x) / RADIANS_PER_DEGREE)),
      within((props.most * Math.hypot(x, y)) / inner),
    );
  },
  // Left turns anticlockwise by five degrees, up pushes further.
  nudge: (_, { across, down }) =>
    emit('push', wrapDegrees(props.hue - 5 * across), within(props.amount - down)),
  toEnd: (_, end) => emit('push', props.hue, end === 'most' ? props.most : 0),
  reset: () => emit('push', props.hue, 0),
})(undefined);
const within = (amount: number) => Math.round(clamp(amount, 0, props.most));
</script>

<template>
  <svg
    :width="size ?? 100"
    :height="size ?? 100"
    viewBox="-30 -30 60 60"
    class="hue-disc inline-block cursor-crosshair touch-none align-middle"
    role="slider"
    tabindex="0"
    :aria-label="`${label}: left and right turn, up and down change the amount, double press takes it away`"
    :aria-valuenow="amount"
    aria-valuemin="0"
    :aria-valuemax="most"
    :aria-valuetext="`${amount} toward ${hue.toFixed(0)}°`"
    v-on="listeners"
  >
    <circle r="29" fill="var(--paper)" stroke="var(--line)" />
    <path
      v-for="sector in rim"
      :key="sector.path"
      :d="sector.path"
      :stroke="sector.colour"
      :stroke-width="RIM"
      fill="none"
    />
    <template v-if="family !== undefined">
      <path
        :d="`M${at(family, inner).x} ${at(family, inner).y}L${at(family + 180, inner).x} ${at(family + 180, inner).y}`"
        stroke="var(--quiet)"
        stroke-dasharray="2 2"
      />
      <circle
        :cx="at(family, RADIUS).x"
        :cy="at(family, RADIUS).y"
        r="3.5"
        fill="none"
        stroke="var(--ink)"
        stroke-width="1.5"
      />
    </template>
    <path :d="`M0 0L${point.x} ${point.y}`" stroke="var(--ink)" />
    <circle :cx="point.x" :cy="point.y" r="3.5" fill="var(--ink)" stroke="var(--raised)" />
  </svg>
</template>
