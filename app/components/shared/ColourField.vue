<script setup lang="ts">
/** The system's colour field: choosing one, with all that is tried on the way, is one gesture. */
defineProps<{ label: string }>();
const model = defineModel<string>({ required: true });
const gesture = useGesture();
</script>

<template>
  <input
    type="color"
    :value="model"
    :aria-label="label"
    class="h-5 w-7 cursor-pointer rounded align-middle"
    @input="model = ($event.target as HTMLInputElement).value"
    @focus="gesture.begin()"
    @blur="gesture.end()"
  />
</template>
