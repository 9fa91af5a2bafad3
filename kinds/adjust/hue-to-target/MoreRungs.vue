<script setup lang="ts">
import { SKIN_TARGETS } from '#core/measure/corridor';
import type { HueToTargetParameters } from './schema';

/** Further places on the ladder with a target of their own. */
type More = HueToTargetParameters['more'];
const model = defineModel<More>({ required: true });
const change = (place: number, part: Partial<More[number]>) =>
  (model.value = model.value.map((rung, i) => (i === place ? { ...rung, ...part } : rung)));
</script>

<template>
  <span v-for="(rung, place) in model" :key="place" class="block whitespace-nowrap"
    >At
    <NumberField
      :model-value="rung.at"
      :path="`more ${place + 1} at`"
      label="Lightness of this rung"
      :min="0"
      :max="100"
      unit=" L*"
      @update:model-value="change(place, { at: $event })"
    />
    hue
    <NumberField
      :model-value="rung.hue ?? SKIN_TARGETS.shade"
      :path="`more ${place + 1} hue`"
      label="Target hue of this rung"
      :min="0"
      :max="360"
      :decimals="1"
      unit="°"
      @update:model-value="change(place, { hue: $event })"
    /><button
      class="press-bare !px-0.5"
      aria-label="Take this rung away"
      @click="model = model.filter((_, i) => i !== place)"
    >
      ×
    </button></span
  >
</template>
