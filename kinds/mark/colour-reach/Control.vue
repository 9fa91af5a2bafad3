<script setup lang="ts">
import { clampUnit } from '#core/math/clamp';
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { mapIntoSrgbGamut } from '#core/colour/gamut';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { Triple } from '#core/colour/triple';
import type { MarkContext } from '#core/offer/drawing';
import type { ColourReachParameters } from './schema';

/** How far a colour reach goes in hue, saturation and lightness, over the colours that lie there. */
const props = defineProps<{ context: MarkContext }>();
const model = defineModel<ColourReachParameters>({ required: true });

const middle = shallowRef<Triple>([0.6, 0.05, 0.04]);
const patch = computed(() => model.value.patches.findLast(({ takes }) => takes));
watch(
  () => patch.value && `${patch.value.x},${patch.value.y},${patch.value.width}`,
  async () => {
    if (!patch.value) return;
    const { x, y, width, height } = patch.value;
    const colour = await props.context.colourAt({ x, y, size: Math.max(1, Math.min(width, height)) });
    if (colour) middle.value = convertSrgbLinearToOklab(colour);
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
    const light = name === 'lightness' ? clampUnit(lightness + off * LIGHTNESS_PER_UNIT) : lightness;
    return css([light, strong * Math.cos(turned), strong * Math.sin(turned)]);
  });
}

/** Softness is one share for all three spans; dragging one chart's soft end moves the others' too. */
function put({ name, max }: (typeof CHARTS)[number], { to, soft }: { to: number; soft: number }): void {
  const span = Math.min(max, to);
  const moved = span !== model.value[name];
  model.value = {
    ...model.value,
    [name]: span,
    soft: moved ? model.value.soft : Math.min(2, span > 0 ? soft / span : 0),
  };
}
</script>

<template>
  <span class="flex flex-wrap gap-2">
    <label
      v-for="entry in CHARTS"
      :key="entry.name"
      class="flex flex-col text-[11px] leading-tight text-quiet"
      >{{ entry.label }} {{ model[entry.name].toFixed(0) }}{{ entry.unit
      }}<SpanChart
        :label="entry.label"
        :unit="entry.unit"
        :min="-entry.max"
        :max="entry.max"
        mirrored
        :ground="groundOf(entry)"
        :model-value="{
          from: -model[entry.name],
          to: model[entry.name],
          soft: model.soft * model[entry.name],
        }"
        change="reach"
        @update:model-value="put(entry, $event)"
    /></label>
  </span>
</template>
