<script setup lang="ts">
import type { Photo } from '#core/document/schema';

/** What became of a photo in small, or the photo as it was while that is not known or wanted. */
const props = defineProps<{ photo: Photo; before?: boolean }>();
const progress = useProgress();
const address = ref<string>();
watch(
  () => (props.before ? undefined : progress.rows.get(props.photo.id)?.picture),
  (picture, _, onCleanup) => {
    const made = picture && URL.createObjectURL(picture);
    address.value = made;
    onCleanup(() => made && URL.revokeObjectURL(made));
  },
  { immediate: true },
);
</script>

<template>
  <img
    v-if="address"
    :src="address"
    :alt="`${photo.file}, with its plan`"
    class="h-full w-full object-contain"
    draggable="false"
  />
  <PhotoThumb v-else :photo-id="photo.id" :file="photo.file" whole />
</template>
