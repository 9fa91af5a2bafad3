<script setup lang="ts">
import { X } from '@lucide/vue';
import type { Photo } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { findingWords, mendWords, nothingLeftWords } from '#kinds/mend/findingWords';

/** What is off on the skin, in words and numbers, each with the step that mends it. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const { findings, checking, mending, stopMending, mend, mendEverything, putAway } = useCheck();
const { nameOf: called } = usePeople();
function nameOf(sitterId: string | undefined): string {
  const sitter = props.photo.sitters.find(({ id }) => id === sitterId);
  return sitter && props.photo.sitters.length > 1 ? `${called(sitter)}, ` : '';
}
const nothing = computed(() => nothingLeftWords(props.photo));
const sentence = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
</script>

<template>
  <section
    v-if="findings || checking"
    class="rounded-lg border border-line bg-raised p-2 text-[13px]"
    aria-label="Check"
    aria-live="polite"
  >
    <div class="flex items-center gap-2">
      <h2 class="heading grow">
        <WordHelp of="check">Check</WordHelp
        >{{ mending !== undefined ? ': mending …' : checking ? ': looking …' : '' }}
      </h2>
      <template v-if="mending !== undefined"
        ><progress :value="mending" max="1" class="h-2 w-20" aria-label="Mending" /><button
          class="press"
          @click="stopMending"
        >
          Stop
        </button></template
      >
      <button
        v-else-if="findings && findings.filter(({ finding }) => mendWords(finding)).length > 0"
        class="press-main"
        :disabled="checking"
        @click="mendEverything"
      >
        Mend all
      </button>
      <button class="press-bare" aria-label="Put check away" @click="putAway"><X :size="14" /></button>
    </div>
    <details v-if="findings?.length === 0" class="mt-1">
      <summary class="cursor-pointer">{{ nothing.said }}</summary>
      {{ nothing.means }}
    </details>
    <ul class="mt-1 flex flex-col gap-1">
      <li
        v-for="entry in findings"
        :key="`${entry.skinId ?? ''}${entry.finding.is}${JSON.stringify(entry.finding)}`"
        class="border-t border-line pt-1"
      >
        <span>{{ sentence(`${nameOf(entry.sitterId)}${findingWords(entry.finding, photo)}`) }}.</span>
        <button
          v-if="mendWords(entry.finding)"
          class="press mt-0.5 !block !py-0 text-left"
          :disabled="checking"
          @click="mend(entry)"
        >
          {{ mendWords(entry.finding) }}
        </button>
        <MendPreview :found="entry" :areas="photo.areas" :survey="survey" />
      </li>
    </ul>
  </section>
</template>
