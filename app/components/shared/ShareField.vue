<script setup lang="ts">
/** A share, kept as 0..1 or -1..1 and shown in percent. */
withDefaults(defineProps<{ label: string; min?: number; max?: number; reset?: number }>(), {
  min: 0,
  max: 100,
  reset: 0,
});
const emit = defineEmits<{ start: []; end: [] }>();
const model = defineModel<number>({ required: true });
</script>

<template>
  <NumberField
    :model-value="Math.round(1000 * model) / 10"
    :label="label"
    :min="min"
    :max="max"
    unit=" %"
    :reset="reset"
    @update:model-value="model = $event / 100"
    @start="emit('start')"
    @end="emit('end')"
  />
</template>
