<script setup lang="ts">
import { RUNG_WORDS, WORDS } from '#core/offer/words';
import { KINDS } from '#kinds/registry.gen';

/** All words of the interface, and what every step and mark does. */
useHead({ title: 'Words · Even Blush' });
const wanted = ref('');
const fits = (...texts: readonly string[]) =>
  texts.join(' ').toLowerCase().includes(wanted.value.trim().toLowerCase());
const words = computed(() => WORDS.filter(({ word, says }) => fits(word, says)));
const steps = computed(() =>
  [...KINDS.adjusts.values()].filter(({ offer }) => fits(offer.label, offer.help)),
);
const marks = computed(() =>
  [...KINDS.marks.values()].filter(
    ({ label, drawing }) => drawing && fits(label, drawing.help, drawing.hint),
  ),
);
</script>

<template>
  <main class="mx-auto flex max-w-3xl flex-col gap-5 px-6 py-6">
    <header class="flex items-center gap-3">
      <NuxtLink to="/" aria-label="All sittings"><img src="/mark.svg" alt="" class="h-8 w-8" /></NuxtLink>
      <h1 class="grow text-xl">Words</h1>
      <input
        v-model="wanted"
        type="search"
        aria-label="Search words"
        placeholder="Search"
        class="field w-48 py-1"
      />
      <LookChoice />
    </header>
    <section aria-label="Words">
      <dl class="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-2 text-[14px]">
        <template v-for="{ word, says } in words" :key="word">
          <dt :id="word.replaceAll(' ', '-')" class="font-semibold">{{ word }}</dt>
          <dd>{{ says }}</dd>
        </template>
      </dl>
    </section>
    <section v-if="fits('rung', 'light middle shade')" aria-labelledby="rungs">
      <h2 id="rungs" class="mb-1">Rungs</h2>
      <p class="text-[14px]">{{ RUNG_WORDS }}</p>
    </section>
    <section v-if="steps.length > 0" aria-labelledby="steps">
      <h2 id="steps" class="mb-2">Steps</h2>
      <dl class="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-2 text-[14px]">
        <template v-for="{ id, offer } in steps" :key="id">
          <dt :id="id" class="font-semibold">{{ offer.label }}</dt>
          <dd class="flex items-start gap-3">
            <span class="grow">{{ offer.help }}.</span
            ><StepExample :example="offer.example" class="shrink-0" />
          </dd>
        </template>
      </dl>
    </section>
    <section v-if="marks.length > 0" aria-labelledby="marks">
      <h2 id="marks" class="mb-2">Marks</h2>
      <dl class="grid grid-cols-[9rem_1fr] gap-x-4 gap-y-2 text-[14px]">
        <template v-for="{ id, label, drawing } in marks" :key="id">
          <dt :id="`mark-${id}`" class="font-semibold first-letter:uppercase">{{ label }}</dt>
          <dd class="flex items-start gap-3">
            <span class="grow">
              {{ drawing!.help }}. {{ drawing!.hint }} <span class="key">{{ drawing!.key }}</span> </span
            ><MarkExample :example="drawing!.example" class="shrink-0" />
          </dd>
        </template>
      </dl>
    </section>
    <p v-if="words.length + steps.length + marks.length === 0" class="text-quiet">No word is like this.</p>
  </main>
</template>
