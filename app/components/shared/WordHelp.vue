<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { WORDS } from '#core/offer/words';
import type { WordName } from '#core/offer/words';

/** A word of the interface that says what it means when it is pressed. */
const props = defineProps<{ of: WordName }>();
const says = computed(() => WORDS.find(({ word }) => word === props.of)?.says);
</script>

<template>
  <Popover as="span" class="relative">
    <PopoverButton
      class="cursor-help underline decoration-line decoration-dotted underline-offset-4"
      :title="`What “${of}” means`"
      ><slot
    /></PopoverButton>
    <PopoverPanel
      class="absolute left-0 top-full z-30 mt-1 w-52 rounded-lg border border-line bg-paper p-2.5 text-[12.5px] font-normal text-ink shadow-lg"
    >
      {{ says }}
      <NuxtLink
        :to="`/words#${of.replaceAll(' ', '-')}`"
        target="_blank"
        class="mt-1 block underline decoration-dotted"
        >All words</NuxtLink
      >
    </PopoverPanel>
  </Popover>
</template>
