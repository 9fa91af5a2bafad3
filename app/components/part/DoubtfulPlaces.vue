<script setup lang="ts">
import { partOf } from '#kinds/people/places';

/** Places of the open area of which find was unsure, asked about one by one. */
const bench = useBench();
const { places, asked, nextPlace, decide } = useDoubtfulPlaces();
const nameOf = (found: Parameters<typeof partOf>[0]) => PART_NAMES[partOf(found)].toLowerCase();
const number = computed(() => places.value.findIndex(({ plate }) => plate === bench.placeId) + 1);
const { keyOf } = useKeys();
</script>

<template>
  <section
    v-if="places.length > 0"
    class="rounded border border-warn p-2 text-[13px]"
    aria-label="Doubtful places"
  >
    <div v-if="asked" class="flex flex-wrap items-center gap-1.5" role="group" aria-label="The crossed place">
      <span class="w-full"
        >The crossed place, {{ number }} of {{ places.length }}: {{ nameOf(asked.has) }} or
        {{ nameOf(asked.may) }}?</span
      >
      <button class="press" @click="decide('has')">It is {{ nameOf(asked.has) }}</button>
      <button class="press" @click="decide('may')">It is {{ nameOf(asked.may) }}</button>
      <button v-if="places.length > 1" class="press-bare" @click="nextPlace">Next</button>
      <button class="press-bare" @click="bench.placeId = undefined">Later</button>
    </div>
    <div v-else class="flex items-center gap-2">
      <span class="grow"
        >{{ places.length === 1 ? 'One place is' : `${places.length} places are` }} doubtful.</span
      >
      <button class="press" :title="`The next doubtful place (${keyOf('place')})`" @click="nextPlace">
        {{ places.length === 1 ? 'Look at it' : 'Look at them' }}
      </button>
    </div>
  </section>
</template>
