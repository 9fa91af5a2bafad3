<script setup lang="ts">
import type { ClearParameters } from './schema';

const model = defineModel<ClearParameters>({ required: true });
const emit = defineEmits<{ start: []; end: [] }>();
</script>

<template>
  Brighten <slot /> by
  <ShareField
    :model-value="model.brighten"
    label="Brighten"
    @update:model-value="model = { ...model, brighten: $event }"
    @start="emit('start')"
    @end="emit('end')"
  />
  and take
  <span class="whitespace-nowrap"
    ><ShareField
      :model-value="model.clear"
      label="Clear"
      @update:model-value="model = { ...model, clear: $event }"
      @start="emit('start')"
      @end="emit('end')"
    />
    of yellow and red away.</span
  >
</template>
