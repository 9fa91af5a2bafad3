<script setup lang="ts">
import { ensureThumb } from '../../storage/thumbs';

/** A photo at a small size; a plain ground until it is there. */
const props = defineProps<{ photoId: string; file: string; size: number }>();
const workers = useWorkers();
const address = ref<string>();

watch(() => props.photoId, async (id) => {
  const picture = await ensureThumb(workers, { id, file: props.file }).catch(() => undefined);
  if (picture && id === props.photoId) address.value = URL.createObjectURL(picture);
}, { immediate: true });
watch(address, (_, old) => old && URL.revokeObjectURL(old));
onScopeDispose(() => address.value && URL.revokeObjectURL(address.value));
</script>

<template>
  <span class="inline-block overflow-hidden rounded bg-line" :style="{ width: `${size}px`, height: `${size * 1.2}px` }">
    <img v-if="address" :src="address" :alt="file" class="h-full w-full object-cover" draggable="false">
  </span>
</template>
