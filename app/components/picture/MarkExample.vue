<script setup lang="ts">
import type { MarkExample } from '#core/offer/drawing';

/** What a hand draws over a head and shoulders, and what it covers. */
defineProps<{ example: MarkExample }>();
</script>

<template>
  <svg
    viewBox="0 0 90 60"
    class="h-[60px] w-[90px] rounded border border-line"
    role="img"
    aria-label="What the hand draws, and what it covers"
  >
    <rect width="90" height="60" fill="var(--panel)" />
    <path d="M14 60c2-10 12-13 22-15h18c10 2 20 5 22 15z" fill="var(--line)" />
    <path d="M27 42C22 24 24 6 45 6s23 18 18 36c-3 4-6 4-9 3H36c-3 1-6 1-9-3z" fill="var(--quiet)" />
    <path d="M45 14c8 0 13 6 13 15 0 10-6 17-13 17s-13-7-13-17c0-9 5-15 13-15z" fill="var(--paper)" />
    <path d="M36 28h6M48 28h6M41 39.500h8" stroke="var(--quiet)" stroke-width="1.4" fill="none" />
    <path
      v-for="(path, n) in example.covered"
      :key="n"
      :d="path"
      fill="var(--accent)"
      :fill-opacity="0.6 / example.covered.length"
    />
    <path
      :d="example.hand"
      fill="none"
      stroke="var(--ink)"
      stroke-width="2"
      stroke-linecap="round"
      stroke-linejoin="round"
    />
  </svg>
</template>
