<script setup lang="ts">
import { PHOTO_STATES } from '#core/document/photoState';
import type { PhotoState } from '#core/document/photoState';

/** How far a photo is: a bar of four steps, filled from the left. */
const props = defineProps<{ state: PhotoState }>();
const filled = computed(() => PHOTO_STATES.indexOf(props.state));
</script>

<template>
  <span class="inline-flex gap-px" aria-hidden="true"
    ><span
      v-for="n in PHOTO_STATES.length - 1"
      :key="n"
      class="h-2 w-1.5 border border-quiet"
      :class="n <= filled ? 'bg-quiet' : ''"
  /></span>
</template>
