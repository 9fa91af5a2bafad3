<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { CircleHelp } from '@lucide/vue';

/** What something does and what to look out for, in place; a drawn example goes into its slot. */
defineProps<{
  name: string;
  help: string;
  /** where there is more room */
  opens?: 'right' | 'left';
}>();
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      class="press-bare !px-0.5"
      :aria-label="`What ${name} does`"
      title="What it does, and what to look out for"
      ><CircleHelp :size="14"
    /></PopoverButton>
    <PopoverPanel
      class="absolute top-full z-30 mt-1 w-64 rounded-lg border border-line bg-paper p-2.5 text-[12.5px] text-ink shadow-lg"
      :class="opens === 'left' ? 'right-0' : 'left-0'"
    >
      <p class="font-semibold first-letter:uppercase">{{ name }}</p>
      <div class="my-1.5"><slot /></div>
      <p>{{ help }}</p>
      <p class="mt-1">
        <NuxtLink to="/words" target="_blank" class="underline decoration-dotted"
          >All words, explained</NuxtLink
        >
      </p>
    </PopoverPanel>
  </Popover>
</template>
