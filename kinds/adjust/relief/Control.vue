<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { ReliefParameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<ReliefParameters>({ required: true });
</script>

<template>
  {{ model.amount < 0 ? 'Soften' : 'Bring out' }} the relief of <slot />,
  <span
    class="whitespace-nowrap"
    title="Texture between pores and shading; pores and edges stay. Below 0 softens; look at 100 % before you go far"
    ><ShareField
      :model-value="model.amount"
      path="amount"
      label="Relief"
      :min="-100"
      @update:model-value="model = { amount: $event }"
    />.</span
  >
</template>
