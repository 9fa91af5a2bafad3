<script setup lang="ts">
import { Popover, PopoverButton, PopoverPanel } from '@headlessui/vue';
import { CircleHelp } from '@lucide/vue';
import type { AdjustKind } from '#core/render/kinds';

/** What a step does and what to look out for, in place. */
defineProps<{ kind: AdjustKind }>();
</script>

<template>
  <Popover class="relative">
    <PopoverButton
      class="press-bare !px-0.5"
      :aria-label="`What ${kind.label} does`"
      title="What it does, and what to look out for"
      ><CircleHelp :size="14"
    /></PopoverButton>
    <PopoverPanel
      class="absolute left-0 top-full z-30 mt-1 w-64 rounded-lg border border-line bg-paper p-2.5 text-[12.5px] text-ink shadow-lg"
    >
      <p class="font-semibold">{{ kind.offer.label }}</p>
      <StepExample :example="kind.offer.example" class="my-1.5" />
      <p>{{ kind.offer.help }}.</p>
      <p class="mt-1">
        <NuxtLink to="/words" target="_blank" class="underline decoration-dotted"
          >All words, explained</NuxtLink
        >
      </p>
    </PopoverPanel>
  </Popover>
</template>
