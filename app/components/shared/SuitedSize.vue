<script setup lang="ts">
/** A radius in pixels of the photo that suits itself to the area until one is set. */
const props = defineProps<{
  label: string;
  /** what a radius of its own starts from */ first: number;
  /** names that lead to the number */ path?: string;
}>();
const model = defineModel<number | null>({ required: true });
</script>

<template>
  <NumberField
    v-if="model !== null"
    :model-value="model"
    :path="path"
    :label="label"
    :min="1"
    :max="400"
    unit=" px"
    :reset="first"
    @update:model-value="model = $event"
  />
  <button
    class="ml-1 text-quiet underline decoration-dotted"
    @click="model = model === null ? props.first : null"
  >
    {{ model === null ? 'a size that suits the area' : 'suit it to the area' }}
  </button>
</template>
