<script setup lang="ts">
import { thumbAddress } from '../../storage/thumbs';

/** A photo in small; a plain ground until it is there. */
const props = defineProps<{ photoId: string; file: string; size?: number; whole?: boolean }>();
const workers = useWorkers();
const address = ref<string>();

watch(
  () => props.photoId,
  async (id) => {
    const found = await thumbAddress(workers, { id, file: props.file }).catch(() => undefined);
    if (found && id === props.photoId) address.value = found;
  },
  { immediate: true },
);
</script>

<template>
  <span
    class="inline-block overflow-hidden rounded"
    :class="size === undefined ? 'h-full w-full' : 'bg-line'"
    :style="size === undefined ? {} : { width: `${size}px`, height: `${size * 1.2}px` }"
  >
    <img
      v-if="address"
      :src="address"
      :alt="file"
      class="h-full w-full"
      :class="whole ? 'object-contain' : 'object-cover'"
      draggable="false"
    />
  </span>
</template>
