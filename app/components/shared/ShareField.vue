<script setup lang="ts">
/** A share, kept as 0..1 or -1..1 and shown in percent. */
const props = withDefaults(
  defineProps<{
    label: string;
    min?: number;
    max?: number;
    reset?: number;
    change?: string;
    path?: string;
  }>(),
  {
    min: 0,
    max: 100,
    reset: 0,
    change: undefined,
    path: undefined,
  },
);
const model = defineModel<number>({ required: true });
useShownInPercent(() => props.path);
</script>

<template>
  <NumberField
    :model-value="Math.round(1000 * model) / 10"
    :label="label"
    :min="min"
    :max="max"
    unit=" %"
    :reset="reset"
    :change="change"
    :path="path"
    @update:model-value="model = $event / 100"
  />
</template>
