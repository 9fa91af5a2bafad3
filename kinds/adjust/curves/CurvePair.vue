<script setup lang="ts">
import { codesOfHsv, hsvOfCodes } from './codes';
import type { Codes } from './codes';
import { CHANNELS } from './points';
import type { CurvesParameters } from './schema';

/** One pair: what is read, and what it is to be, as RGB or as HSV. */
type Pair = CurvesParameters['pairs'][number];
defineProps<{ /** names that lead to the pair */ path: string }>();
const model = defineModel<Pair>({ required: true });
defineEmits<{ remove: [] }>();

const from = computed(() => model.value.from.map((code) => code.toFixed(0)).join(' '));
const hsv = computed(() => hsvOfCodes(model.value.to));
const set = (to: Codes) => (model.value = { ...model.value, to });
const setChannel = (place: number, code: number) =>
  set(model.value.to.map((before, c) => (c === place ? code : before)) as Codes);
const setHsv = (change: Partial<typeof hsv.value>) => set(codesOfHsv({ ...hsv.value, ...change }));
</script>

<template>
  <span class="block whitespace-nowrap text-[13px]">
    <span
      class="inline-block h-3 w-4 rounded-sm border border-line align-baseline"
      role="img"
      :aria-label="`read as RGB ${from}`"
      :title="`${model.name}, read as RGB ${from}`"
      :style="{ background: `rgb(${from})` }"
    />
    {{ model.name }}
    <span class="whitespace-nowrap"
      ><template v-for="(name, c) in CHANNELS" :key="name"
        ><NumberField
          :model-value="model.to[c]!"
          :path="`${path} to ${c + 1}`"
          :label="`Wanted ${name} of ${model.name}`"
          :min="0"
          :max="255"
          :reset="model.from[c]!"
          @update:model-value="setChannel(c, $event)"
        />{{ ' ' }}</template
      ></span
    >
    <span class="whitespace-nowrap text-quiet"
      >(<template v-if="hsv.hueDegrees !== undefined"
        ><NumberField
          :model-value="hsv.hueDegrees"
          :label="`Wanted hue of ${model.name}`"
          :min="0"
          :max="360"
          :decimals="1"
          unit="°"
          @update:model-value="setHsv({ hueDegrees: $event })"
        />{{ ' ' }}</template
      ><NumberField
        :model-value="100 * hsv.saturation"
        :label="`Wanted saturation of ${model.name}`"
        :min="0"
        :max="100"
        unit=" %"
        @update:model-value="setHsv({ saturation: $event / 100 })"
      />{{ ' '
      }}<NumberField
        :model-value="100 * hsv.value"
        :label="`Wanted lightness of ${model.name}`"
        :min="0"
        :max="100"
        unit=" %"
        @update:model-value="setHsv({ value: $event / 100 })"
      />)</span
    >
    <button
      class="press-bare !px-0.5"
      :aria-label="`Take the pair ${model.name} away`"
      @click="$emit('remove')"
    >
      ×
    </button>
  </span>
</template>
