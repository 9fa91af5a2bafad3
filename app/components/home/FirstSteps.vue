<script setup lang="ts">
/** What can be done here, in four presses, as four small drawings. */
defineEmits<{ away: [] }>();
const STEPS = [
  { words: 'Find', says: 'A press divides the people in a photo into skin, eyes, lips, hair.' },
  { words: 'Choose a part', says: 'The face map opens it: its numbers and its steps.' },
  { words: 'Give the number', says: 'Hue by rung on the ladder, a colour by its name; texture stays.' },
  { words: 'Export', says: 'The photo, its masks, its numbers; the original never changes.' },
];
const HEAD = 'M40 12c-13 0-18 9-18 20 0 15 8 26 18 26s18-11 18-26c0-11-5-20-18-20z';
const HAIR =
  'M40 5C24 5 17 16 18 32c0 13-2 22-6 32 6 3 13 3 16-1V32c0-8 5-13 12-13s12 5 12 13v31c3 4 10 4 16 1-4-10-6-19-6-32 1-16-6-27-22-27z';
const LIPS = 'M33 47c3-2 5-2 7-1 2-1 4-1 7 1-2 3-4 4-7 4s-5-1-7-4z';
</script>

<template>
  <section aria-label="How it goes" class="relative rounded-lg border border-line bg-panel p-4">
    <button class="press-bare absolute right-2 top-2 text-[12px]" @click="$emit('away')">Put away</button>
    <h2 class="mb-2 text-[15px]">From a photo to the finished colour in four presses</h2>
    <ol class="grid grid-cols-2 gap-4 md:grid-cols-4">
      <li v-for="({ words, says }, n) in STEPS" :key="words" class="flex gap-2 text-[12.5px]">
        <svg viewBox="0 0 80 70" class="h-[70px] w-20 shrink-0" aria-hidden="true">
          <rect width="80" height="70" rx="5" fill="var(--raised)" />
          <g stroke="var(--ink)" stroke-width="1.2" stroke-linejoin="round">
            <path
              :d="HAIR"
              :fill="n === 3 ? '#8a4f2d' : '#6d6236'"
              :stroke-dasharray="n === 0 ? '3 2' : undefined"
            />
            <path
              :d="HEAD"
              :fill="n < 2 ? '#cbb878' : '#dcab92'"
              :stroke-dasharray="n === 0 ? '3 2' : undefined"
            />
            <path
              :d="LIPS"
              :fill="n === 3 ? '#b4525f' : '#b58a63'"
              :stroke-dasharray="n === 0 ? '3 2' : undefined"
            />
          </g>
          <path v-if="n === 1" :d="HEAD" fill="none" stroke="var(--accent)" stroke-width="3" />
          <g v-if="n === 2">
            <rect x="4" y="50" width="34" height="15" rx="7" fill="var(--ink)" />
            <text x="21" y="61" text-anchor="middle" font-size="10.5" font-weight="650" fill="var(--paper)">
              M 23°
            </text>
          </g>
          <path
            v-if="n === 3"
            d="M66 44v16M60 54l6 6 6-6"
            fill="none"
            stroke="var(--accent)"
            stroke-width="3"
            stroke-linecap="round"
          />
        </svg>
        <span
          ><b class="block">{{ n + 1 }}. {{ words }}</b
          ><span class="text-quiet">{{ says }}</span></span
        >
      </li>
    </ol>
  </section>
</template>
