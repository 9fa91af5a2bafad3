<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import type { ImageFolder } from '../../composables/clipFiles';

/** Asks what a folder of images is that was dropped: photos, or the frames of one shot. */
const props = defineProps<{ folder: ImageFolder }>();
const emit = defineEmits<{ files: [files: File[]]; close: [] }>();
const { isPacking, pack } = useFramePacking((file) => answer([file]));

function answer(files: readonly File[]): void {
  emit('files', [...files]);
  emit('close');
}
const ends = computed(() => {
  const { images } = props.folder;
  return `${images[0]!.name} … ${images.at(-1)!.name}`;
});
</script>

<template>
  <DialogFrame panel="w-[30rem] bg-paper p-5" @close="$emit('close')">
    <DialogTitle class="text-lg">{{ folder.images.length }} images in “{{ folder.name }}”</DialogTitle>
    <p class="mb-3 mt-1 text-[13px] text-quiet">{{ ends }}</p>
    <div class="flex flex-wrap gap-2">
      <button class="press-main" :disabled="isPacking" @click="answer(folder.images)">Open as photos</button>
      <button class="press" :disabled="isPacking" @click="pack(folder)">
        {{ isPacking ? 'Reading frames …' : 'Open as one shot' }}
      </button>
      <span class="grow" />
      <button class="press" @click="$emit('close')">Cancel</button>
    </div>
  </DialogFrame>
</template>
