<script setup lang="ts">
import { Dialog, DialogPanel } from '@headlessui/vue';

/** A dialog: what lies behind is dimmed; a press there, or Escape, closes it. */
defineProps<{ /** classes of its panel: size and ground */ panel: string }>();
defineEmits<{ close: [] }>();
</script>

<template>
  <Dialog open class="relative z-40" @close="$emit('close')">
    <div class="fixed inset-0 bg-black/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-4">
      <DialogPanel class="max-h-full rounded-xl border border-line" :class="panel"><slot /></DialogPanel>
    </div>
  </Dialog>
</template>
