<script setup lang="ts">
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { ColourReachParameters } from '#kinds/mark/colour-reach/schema';

/** How far a colour reach goes in hue, saturation and lightness, over the colours that lie there. */
const props = defineProps<{ parameters: ColourReachParameters }>();
const emit = defineEmits<{ change: [parameters: ColourReachParameters]; start: []; end: [] }>();
const workers = useWorkers();
const { photo } = useBenchPhoto();

const middle = shallowRef<Triple>([0.6, 0.05, 0.04]);
const patch = computed(() => props.parameters.patches.findLast(({ takes }) => takes));
watch(
  () => patch.value && `${patch.value.x},${patch.value.y},${patch.value.width}`,
  async () => {
    const at = patch.value;
    const document = photo.value;
    const colours =
      at &&
      document &&
      (await workers
        .patch({ ...document, plan: [] }, at.x, at.y, Math.max(1, Math.min(at.width, at.height)))
        .catch(() => undefined));
    if (colours) middle.value = convertSrgbLinearToOklab(colours.now);
  },
  { immediate: true },
);

const CELLS = 31;
const CHROMA_PER_UNIT = 0.001;
const LIGHTNESS_PER_UNIT = 0.01;
const CHARTS = [
  { name: 'hue', label: 'Reach in hue', unit: '°', max: 90 },
  { name: 'saturation', label: 'Reach in saturation', unit: '', max: 120 },
  { name: 'lightness', label: 'Reach in lightness', unit: ' L*', max: 50 },
] as const;

function css(oklab: Triple): string {
  const [red, green, blue] = mapIntoSrgbGamut(convertOklabToSrgbLinear(oklab));
  return `rgb(${encodeSrgb8(red)} ${encodeSrgb8(green)} ${encodeSrgb8(blue)})`;
}

function groundOf({ name, max }: (typeof CHARTS)[number]): string[] {
  const [lightness, a, b] = middle.value;
  const hue = Math.atan2(b, a);
  const chroma = Math.hypot(a, b);
  return Array.from({ length: CELLS }, (_, n) => {
    const off = max * ((2 * n) / (CELLS - 1) - 1);
    const turned = name === 'hue' ? hue + off * RADIANS_PER_DEGREE : hue;
    const strong = Math.max(0, name === 'saturation' ? chroma + off * CHROMA_PER_UNIT : chroma);
    const light =
      name === 'lightness' ? Math.min(1, Math.max(0, lightness + off * LIGHTNESS_PER_UNIT)) : lightness;
    return css([light, strong * Math.cos(turned), strong * Math.sin(turned)]);
  });
}

/** Softness is one share for all three spans; dragging one chart's soft end moves the others' too. */
function put({ name, max }: (typeof CHARTS)[number], { to, soft }: { to: number; soft: number }): void {
  const span = Math.min(max, to);
  const moved = span !== props.parameters[name];
  emit('change', {
    ...props.parameters,
    [name]: span,
    soft: moved ? props.parameters.soft : Math.min(2, span > 0 ? soft / span : 0),
  });
}
</script>

<template>
  <span class="flex flex-wrap gap-2">
    <label
      v-for="entry in CHARTS"
      :key="entry.name"
      class="flex flex-col text-[11px] leading-tight text-quiet"
      >{{ entry.label }} {{ parameters[entry.name].toFixed(0) }}{{ entry.unit
      }}<SpanChart
        :label="entry.label"
        :unit="entry.unit"
        :min="-entry.max"
        :max="entry.max"
        mirrored
        :ground="groundOf(entry)"
        :model-value="{
          from: -parameters[entry.name],
          to: parameters[entry.name],
          soft: parameters.soft * parameters[entry.name],
        }"
        @update:model-value="put(entry, $event)"
        @start="emit('start')"
        @end="emit('end')"
    /></label>
  </span>
</template>
