<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { deltaDegrees, RADIANS_PER_DEGREE } from '#core/colour/angles';
import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { BeginDrag, StepContext } from '#core/offer/stepContext';
import { PLAIN, SKIN_GREYS } from './schema';
import type { MonochromeParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<MonochromeParameters>({ required: true });
const put = (change: Partial<MonochromeParameters>) => (model.value = { ...model.value, ...change });

const MOST_STOPS = 3;
const STOPS_PER_PIXEL = 1 / 60;
/** A drag moves the grey whose hue lies so near, or makes one. */
const NEAR = 12;
const MOST_GREYS = 12;
const LEAST_CHROMA = 0.01;

/** Families found here, and hues that were set by hand or by a preset. */
const rows = computed(() => {
  const found = (props.context.families ?? []).map(({ hue, srgbLinear }) => ({
    hue,
    colour: `rgb(${srgbLinear.map((channel) => encodeSrgb8(channel)).join(' ')})`,
  }));
  const others = model.value.greys
    .filter(({ hue }) => found.every((family) => Math.abs(deltaDegrees(family.hue, hue)) > 0.5))
    .map(({ hue }) => ({ hue, colour: `oklch(0.65 0.12 ${hue})` }));
  return [...found, ...others].map((row) => ({
    ...row,
    place: model.value.greys.findIndex(({ hue }) => Math.abs(deltaDegrees(hue, row.hue)) <= 0.5),
  }));
});

const stopsAt = (place: number) => model.value.greys[place]?.stops ?? 0;

function putGrey(hue: number, stops: number): void {
  const others = model.value.greys.filter((grey) => Math.abs(deltaDegrees(grey.hue, hue)) > 0.5);
  const within = Math.round(100 * clamp(stops, -MOST_STOPS, MOST_STOPS)) / 100;
  put({ greys: within === 0 ? others : [...others, { hue, stops: within }].slice(-MOST_GREYS) });
}

const beginDrag: BeginDrag = (now) => {
  const [, a, b] = convertSrgbLinearToOklab(now);
  if (Math.hypot(a, b) < LEAST_CHROMA) return undefined;
  const there = (Math.atan2(b, a) / RADIANS_PER_DEGREE + 360) % 360;
  const nearest = rows.value
    .filter(({ hue }) => Math.abs(deltaDegrees(hue, there)) <= NEAR)
    .sort((p, q) => Math.abs(deltaDegrees(p.hue, there)) - Math.abs(deltaDegrees(q.hue, there)))[0];
  const hue = nearest?.hue ?? Math.round(there);
  const from = stopsAt(nearest?.place ?? -1);
  return (up) => putGrey(hue, from + up * STOPS_PER_PIXEL);
};
</script>

<template>
  Black and white of <slot />:
  <button
    class="press !py-0"
    title="Take hold of a colour on the picture: up is lighter, down is darker"
    @click="context.ask.followDrags(beginDrag)"
  >
    Drag on the picture
  </button>
  <span class="ml-1 whitespace-nowrap"
    >skin
    <button
      v-for="{ name, help, greys, contrast } in SKIN_GREYS"
      :key="name"
      class="press-bare !px-1 underline decoration-dotted"
      :title="help"
      @click="put({ greys: [...greys], contrast })"
    >
      {{ name }}</button>{{ ' '
    }}<button
      class="press-bare !px-1 text-quiet underline decoration-dotted"
      title="Greys by luminance alone"
      @click="put({ greys: [], contrast: 0 })"
    >
      plain
    </button></span
  >
  <span class="flex flex-wrap gap-x-3">
    <span
      v-for="{ hue, colour, place } in rows"
      :key="hue"
      class="flex items-baseline gap-1.5 whitespace-nowrap"
    >
      <span
        class="h-3.5 w-5 self-center rounded-sm border border-line"
        :style="{ background: colour }"
        :title="`${hue.toFixed(0)}°`"
      />
      <NumberField
        :model-value="stopsAt(place)"
        :path="`greys ${place + 1} stops`"
        :label="`Grey of the family at ${hue.toFixed(0)}°`"
        :min="-MOST_STOPS"
        :max="MOST_STOPS"
        :step="0.1"
        :decimals="1"
        unit=" stops"
        :reset="0"
        @update:model-value="putGrey(hue, $event)"
      />
    </span>
  </span>
  <span class="whitespace-nowrap"
    >contrast
    <ShareField
      :model-value="model.contrast"
      path="contrast"
      label="Contrast"
      :min="-100"
      @update:model-value="put({ contrast: $event })"
    />,</span
  >{{ ' ' }}
  <span class="whitespace-nowrap" title="How much of the colour stays"
    >colour kept
    <ShareField
      :model-value="model.colour"
      path="colour"
      label="Colour kept"
      :reset="0"
      @update:model-value="put({ colour: $event })"
    />,</span
  >{{ ' ' }}
  <template v-for="(name, n) in ['lights', 'shades'] as const" :key="name"
    ><span class="whitespace-nowrap" title="A tone at unchanged luminance, as of a toned print"
      >tone of {{ name }}
      <ColourField
        :model-value="model[name].colour"
        :label="`Tone of the ${name}`"
        @update:model-value="put({ [name]: { ...model[name], colour: $event } })"
      />{{ ' '
      }}<ShareField
        :model-value="model[name].amount"
        :path="`${name} amount`"
        :label="`Amount of tone in the ${name}`"
        :reset="PLAIN[name].amount"
        @update:model-value="put({ [name]: { ...model[name], amount: $event } })"
      />{{ n === 0 ? ',' : '.' }}</span
    >{{ ' ' }}</template
  >
</template>
