<script setup lang="ts">
import type { StepContext } from '#core/offer/stepContext';
import type { ClearParameters } from './schema';

defineProps<{ context: StepContext }>();
const model = defineModel<ClearParameters>({ required: true });
</script>

<template>
  Brighten <slot /> by
  <ShareField
    :model-value="model.brighten"
    path="brighten"
    label="Brighten"
    @update:model-value="model = { ...model, brighten: $event }"
  />
  and take
  <span class="whitespace-nowrap"
    ><ShareField
      :model-value="model.clear"
      path="clear"
      label="Clear"
      @update:model-value="model = { ...model, clear: $event }"
    />
    of yellow and red away.</span
  >
</template>
