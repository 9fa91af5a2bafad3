<script setup lang="ts">
import type { DiscReach } from '#core/document/discReach';

/** The numbers of a reach on the disc of colours. */
defineProps<{ /** names that lead to the reach in a step */ path?: string }>();
const model = defineModel<DiscReach>({ required: true });
const FIELDS = [
  { name: 'hue', label: 'Hue of the reach', before: 'hue', unit: '°', most: 360 },
  { name: 'chroma', label: 'Chroma of the reach', before: 'chroma', unit: '', most: 400 },
  { name: 'reach', label: 'Reach', before: 'reach', unit: '', most: 800 },
  { name: 'soft', label: 'Softness of the reach', before: 'soft', unit: '', most: 400 },
] as const;
</script>

<template>
  <span v-for="{ name, label, before, unit, most } in FIELDS" :key="name" class="whitespace-nowrap"
    >{{ before }}
    <NumberField
      :model-value="model[name]"
      :path="path && `${path} ${name}`"
      :label="label"
      :min="0"
      :max="most"
      :unit="unit"
      @update:model-value="model = { ...model, [name]: $event }"
  /></span>
</template>
