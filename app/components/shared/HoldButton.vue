<script setup lang="ts">
/** Something is so while it is pressed, by pointer or by the space key. */
const held = defineModel<boolean>({ required: true });
</script>

<template>
  <button
    class="select-none"
    :aria-pressed="held"
    @pointerdown="held = true"
    @pointerup="held = false"
    @pointerleave="held = false"
    @keydown.space.prevent="held = true"
    @keyup.space="held = false"
    @blur="held = false"
  >
    <slot />
  </button>
</template>
