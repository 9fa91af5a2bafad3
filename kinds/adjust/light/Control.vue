<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { LightParameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<LightParameters>({ required: true });
const put = (change: Partial<LightParameters>) => (model.value = { ...model.value, ...change });
const SHARES = [
  { name: 'contrast', help: 'About middle grey' },
  { name: 'saturation', help: 'Of every colour alike' },
  { name: 'warmth', help: 'Below 0 cooler, above 0 warmer; luminance stays' },
] as const;
</script>

<template>
  Light of <slot />:
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
  <span class="whitespace-nowrap" title="Of the middle; black and white stay"
    >gamma
    <NumberField
      :model-value="model.gamma"
      path="gamma"
      label="Gamma"
      :min="0.2"
      :max="5"
      :step="0.05"
      :decimals="2"
      :reset="1"
      @update:model-value="put({ gamma: $event })"
    />,</span
  >{{ ' ' }}
  <NamedShares :shares="SHARES" :values="model" :min="-100" end="." @put="put" />
</template>
