<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';

/** A room as large as the window for what is small in its column. */
defineProps<{ name: string }>();
const open = defineModel<boolean>({ required: true });
</script>

<template>
  <DialogFrame v-if="open" panel="w-[min(92vw,84vh)] overflow-y-auto bg-paper p-4" @close="open = false">
    <div class="mb-1 flex items-center">
      <DialogTitle class="grow text-[15px]">{{ name }}</DialogTitle>
      <button class="press" @click="open = false">Close</button>
    </div>
    <slot />
  </DialogFrame>
</template>
