<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { StepContext } from '#core/offer/stepContext';
import { isStronglyColoured } from './compute';
import { NEUTRAL } from './schema';
import type { PrepareParameters } from './schema';

const props = defineProps<{ context: StepContext }>();
const model = defineModel<PrepareParameters>({ required: true });
const put = (change: Partial<PrepareParameters>) => (model.value = { ...model.value, ...change });
const SHARES = [
  { name: 'temperature', help: 'Below 0 cooler, above 0 warmer' },
  { name: 'tint', help: 'Below 0 greener, above 0 more magenta' },
  { name: 'contrast', help: 'About middle grey; hue stays' },
  { name: 'saturation', help: 'Of every colour alike' },
  {
    name: 'gentle',
    word: 'gentle saturation',
    help: 'Saturation that spares skin and what is saturated already',
  },
] as const;

/** The grey that a hand picked here; one that Check worked out comes from more than one place. */
const picked = ref<string>();
const isPickedColour = computed(
  () =>
    model.value.neutral?.join() === picked.value &&
    model.value.neutral !== null &&
    isStronglyColoured(model.value.neutral),
);

async function pickGrey(): Promise<void> {
  const colour = await props.context.ask.pickColour();
  if (!colour) return;
  const [red, green, blue] = colour.now.map((channel) => clamp(channel, 0.0005, 2));
  picked.value = [red, green, blue].join();
  put({ neutral: [red!, green!, blue!] });
}
const patch = computed(
  () =>
    model.value.neutral &&
    `rgb(${model.value.neutral.map((channel) => encodeSrgb8(Math.min(1, channel))).join(' ')})`,
);
</script>

<template>
  Prepare <slot />:
  <span class="whitespace-nowrap"
    >white from
    <button
      class="underline decoration-dotted"
      title="Press, then press a place of the picture that is grey in truth"
      @click="pickGrey"
    >
      {{ model.neutral ? 'this grey' : 'the photo itself' }}
    </button>
    <template v-if="patch"
      ><span
        class="mx-1 inline-block h-3 w-5 rounded-sm border border-line align-middle"
        :style="{ background: patch }"
      /><button class="text-quiet underline decoration-dotted" @click="put({ neutral: null })">
        reset
      </button></template
    >,</span
  >{{ ' ' }}
  <span class="whitespace-nowrap"
    >exposure
    <NumberField
      :model-value="model.exposure"
      path="exposure"
      label="Exposure"
      :min="-5"
      :max="5"
      :step="0.1"
      :decimals="2"
      unit=" stops"
      :reset="0"
      @update:model-value="put({ exposure: $event })"
    />,</span
  >{{ ' ' }}
  <span class="whitespace-nowrap" title="8-bit codes that become black and white"
    >black at
    <NumberField
      :model-value="model.black"
      path="black"
      label="Black point"
      :min="0"
      :max="120"
      :reset="NEUTRAL.black"
      @update:model-value="put({ black: $event })"
    />, white at
    <NumberField
      :model-value="model.white"
      path="white"
      label="White point"
      :min="135"
      :max="255"
      :reset="NEUTRAL.white"
      @update:model-value="put({ white: $event })"
    />,</span
  >{{ ' ' }}
  <NamedShares :shares="SHARES" :values="model" :min="-100" end="." @put="put" />
  <span v-if="isPickedColour" role="note" class="block text-[12px] text-warn"
    >The place taken for grey is strongly coloured: unless it is grey in truth, as under a lamp, all else
    turns the other way. Pick another place, or reset.</span
  >
</template>
