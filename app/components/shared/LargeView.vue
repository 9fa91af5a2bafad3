<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';

/** A room as large as the window for what is small in its column. */
defineProps<{ name: string }>();
const open = defineModel<boolean>({ required: true });
</script>

<template>
  <Dialog v-if="open" open class="relative z-40" @close="open = false">
    <div class="fixed inset-0 bg-black/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel
        class="max-h-full w-[min(92vw,84vh)] overflow-y-auto rounded-xl border border-line bg-paper p-4"
      >
        <div class="mb-1 flex items-center">
          <DialogTitle class="grow text-[15px]">{{ name }}</DialogTitle>
          <button class="press" @click="open = false">Close</button>
        </div>
        <slot />
      </DialogPanel>
    </div>
  </Dialog>
</template>
