<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { RADIANS_PER_DEGREE, wrapDegrees } from '#core/colour/angles';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { srgbLinearOfHex } from '#core/colour/hex';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { DiscReach } from '#core/document/discReach';
import type { Family } from '#core/measure/families';

/**
 * Which colours take part, on the disc of hue (about it, anticlockwise from the right) and chroma (from its
 * middle): a circle that is dragged by its middle, its rim and its soft rim. The area's families lie on it as
 * dots, the wanted colour as a ring.
 */
const props = defineProps<{
  families: readonly Family[] | undefined;
  /** #rrggbb */ wanted?: string | null | undefined;
  /** names the change, for undo */ change: string;
}>();
const model = defineModel<DiscReach>({ required: true });

const SIDE = 168;
const RADIUS = SIDE / 2;
/** OKLab chroma at the disc's rim, thousandths. */
const MOST = 240;
const PIXELS = 84;
const LIGHTNESS = 0.72;

const rimId = useId();
const disc = useTemplateRef<SVGSVGElement>('disc');
const ground = ref('');
onMounted(() => {
  const canvas = document.createElement('canvas');
  canvas.width = canvas.height = PIXELS;
  const context = canvas.getContext('2d')!;
  const image = context.createImageData(PIXELS, PIXELS);
  for (let i = 0; i < PIXELS * PIXELS; i++) {
    const a = ((2 * ((i % PIXELS) + 0.5)) / PIXELS - 1) * MOST * 0.001;
    const b = (1 - (2 * (Math.floor(i / PIXELS) + 0.5)) / PIXELS) * MOST * 0.001;
    mapIntoSrgbGamut(convertOklabToSrgbLinear([LIGHTNESS, a, b])).forEach(
      (channel, c) => (image.data[4 * i + c] = encodeSrgb8(channel)),
    );
    image.data[4 * i + 3] = 255;
  }
  context.putImageData(image, 0, 0);
  ground.value = canvas.toDataURL();
});

const perUnit = RADIUS / MOST;
const place = (hue: number, chroma: number) => ({
  x: perUnit * chroma * Math.cos(hue * RADIANS_PER_DEGREE),
  y: -perUnit * chroma * Math.sin(hue * RADIANS_PER_DEGREE),
});
const placeOf = (srgbLinear: readonly [number, number, number]) => {
  const [, a, b] = convertSrgbLinearToOklab(srgbLinear);
  return { x: 1000 * perUnit * a, y: -1000 * perUnit * b };
};
const middle = computed(() => place(model.value.hue, model.value.chroma));
const dots = computed(() =>
  (props.families ?? []).map(({ srgbLinear, share }) => ({
    ...placeOf(srgbLinear),
    radius: 3 + 6 * Math.sqrt(share),
    colour: `rgb(${mapIntoSrgbGamut(srgbLinear)
      .map((channel) => encodeSrgb8(channel))
      .join(' ')})`,
  })),
);
const target = computed(() => (props.wanted ? placeOf(srgbLinearOfHex(props.wanted)) : undefined));

type Grip = 'middle' | 'rim' | 'soft';
const grips = computed(() => {
  const { reach, soft } = model.value;
  const { x, y } = middle.value;
  // The grips of the rims hang toward the disc's middle, where there is room for them.
  const toward = Math.atan2(-y, -x || 1);
  const on = (radius: number) => ({
    x: clamp(x + perUnit * radius * Math.cos(toward), 4 - RADIUS, RADIUS - 4),
    y: clamp(y + perUnit * radius * Math.sin(toward), 4 - RADIUS, RADIUS - 4),
  });
  return [
    {
      name: 'middle' as Grip,
      label: 'Middle of the reach',
      value: model.value.hue,
      unit: '°',
      ...middle.value,
    },
    { name: 'rim' as Grip, label: 'Reach of colours', value: reach, unit: '', ...on(reach) },
    { name: 'soft' as Grip, label: 'Soft end of the reach', value: soft, unit: '', ...on(reach + soft) },
  ];
});
const put = (change: Partial<DiscReach>) => (model.value = { ...model.value, ...change });
const whole = (value: number, most: number) => Math.round(clamp(value, 0, most));
function putMiddle(x: number, y: number): void {
  put({
    hue: Math.round(wrapDegrees(Math.atan2(-y, x) / RADIANS_PER_DEGREE)),
    chroma: whole(Math.hypot(x, y) / perUnit, MOST),
  });
}

const listeners = useHandleDrag<Grip>({
  label: () => props.change,
  far: 10,
  move: (event, grip) => {
    const box = disc.value!.getBoundingClientRect();
    const x = event.clientX - box.left - box.width / 2;
    const y = event.clientY - box.top - box.height / 2;
    if (grip === 'middle') return putMiddle(x, y);
    const far = Math.hypot(x - middle.value.x, y - middle.value.y) / perUnit;
    if (grip === 'rim') put({ reach: whole(far, 2 * MOST) });
    else put({ soft: whole(far - model.value.reach, MOST) });
  },
  nudge: (grip, { across, down }) => {
    if (grip === 'middle') putMiddle(middle.value.x + across, middle.value.y + down);
    else if (grip === 'rim') put({ reach: whole(model.value.reach + across - down, 2 * MOST) });
    else put({ soft: whole(model.value.soft + across - down, MOST) });
  },
});
</script>

<template>
  <svg
    ref="disc"
    :width="SIDE"
    :height="SIDE"
    :viewBox="`${-RADIUS} ${-RADIUS} ${SIDE} ${SIDE}`"
    class="reach-disc touch-none"
    role="group"
    aria-label="Which colours take part"
  >
    <clipPath :id="rimId"><circle :r="RADIUS - 1" /></clipPath>
    <g :clip-path="`url(#${rimId})`">
      <image v-if="ground" :href="ground" :x="-RADIUS" :y="-RADIUS" :width="SIDE" :height="SIDE" />
      <path
        :d="`M${-RADIUS} ${-RADIUS}h${SIDE}v${SIDE}h${-SIDE}z M${middle.x - perUnit * model.reach} ${middle.y}a${perUnit * model.reach} ${perUnit * model.reach} 0 1 0 ${2 * perUnit * model.reach} 0a${perUnit * model.reach} ${perUnit * model.reach} 0 1 0 ${-2 * perUnit * model.reach} 0`"
        fill="rgb(112 112 112 / 78%)"
        fill-rule="evenodd"
      />
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="perUnit * (model.reach + model.soft)"
        fill="none"
        stroke="#fff"
        stroke-dasharray="3 3"
      />
      <circle
        :cx="middle.x"
        :cy="middle.y"
        :r="perUnit * model.reach"
        fill="none"
        stroke="#fff"
        stroke-width="2"
      />
    </g>
    <circle
      v-for="(dot, n) in dots"
      :key="n"
      :cx="dot.x"
      :cy="dot.y"
      :r="dot.radius"
      :fill="dot.colour"
      stroke="#fff"
    />
    <circle v-if="target" :cx="target.x" :cy="target.y" r="6" fill="none" stroke="#000" stroke-width="2" />
    <g
      v-for="grip in grips"
      :key="grip.name"
      :class="grip.name === 'middle' ? 'cursor-move' : 'cursor-ew-resize'"
      role="slider"
      tabindex="0"
      :aria-label="grip.label"
      :aria-valuemin="0"
      :aria-valuemax="grip.name === 'middle' ? 360 : 2 * MOST"
      :aria-valuenow="grip.value"
      :aria-valuetext="`${grip.value.toFixed(0)}${grip.unit}`"
      :transform="`translate(${grip.x} ${grip.y})`"
      v-on="listeners(grip.name)"
    >
      <circle r="11" fill="transparent" />
      <path v-if="grip.name === 'middle'" d="M-5 0h10M0 -5v10" stroke="#000" stroke-width="2" />
      <circle v-else r="4" :fill="grip.name === 'rim' ? '#fff' : '#000'" stroke="#000" stroke-width="1.2" />
    </g>
  </svg>
</template>
