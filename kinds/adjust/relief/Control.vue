<script setup lang="ts">
import type { ReliefParameters } from './schema';

const model = defineModel<ReliefParameters>({ required: true });
const emit = defineEmits<{ start: []; end: [] }>();
</script>

<template>
  {{ model.amount < 0 ? 'Soften' : 'Bring out' }} the relief of <slot />,
  <span
    class="whitespace-nowrap"
    title="Texture between pores and shading; pores and edges stay. Below 0 softens; look at 100 % before you go far"
    ><ShareField
      :model-value="model.amount"
      label="Relief"
      :min="-100"
      @update:model-value="model = { amount: $event }"
      @start="emit('start')"
      @end="emit('end')"
    />.</span
  >
</template>
