<script setup lang="ts">
import { useEventListener } from '@vueuse/core';
import { DialogTitle } from '@headlessui/vue';
import type { BenchKey } from '../../composables/benchKeys';

/** Every key with what it does; one that is pressed waits for another key in its place. */
const bench = useBench();
const { keyOf, choose, reset, isChanged } = useKeys();
const groups = [...new Set(BENCH_KEYS.map(({ group }) => group))];
const waiting = shallowRef<BenchKey>();
const said = ref('');

function close(): void {
  waiting.value = undefined;
  said.value = '';
  bench.showingKeys = false;
}

useEventListener(
  window,
  'keydown',
  (event: KeyboardEvent) => {
    const entry = waiting.value;
    if (!bench.showingKeys || !entry || ['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) return;
    event.preventDefault();
    event.stopImmediatePropagation();
    waiting.value = undefined;
    const key = nameOfKey(event);
    if (event.key === 'Escape') said.value = `${entry.does}: stays at ${keyOf(entry.id)}.`;
    else if (key === undefined)
      said.value = 'A letter, a digit or a sign can be chosen, letters with shift too.';
    else {
      const other = choose(entry.id, key);
      said.value = `${entry.does}: ${keyOf(entry.id)}.${other ? ` ${other.does}: ${keyOf(other.id)} now.` : ''}`;
    }
  },
  { capture: true },
);
function resetAll(): void {
  reset();
  said.value = 'All keys are as at first.';
}
</script>

<template>
  <DialogFrame v-if="bench.showingKeys" panel="w-[68rem] overflow-auto bg-paper p-5" @close="close">
    <DialogTitle class="text-lg">Keys</DialogTitle>
    <p class="mb-3 text-[13px] text-quiet">Press a key here to choose another for what it does.</p>
    <div class="columns-1 gap-x-6 md:columns-2 lg:columns-3">
      <section v-for="group in groups" :key="group" class="mb-4 break-inside-avoid">
        <h3 class="heading mb-1">{{ group }}</h3>
        <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-0.5 text-[13px]">
          <template v-for="entry in BENCH_KEYS.filter((one) => one.group === group)" :key="entry.id">
            <dt>
              <kbd v-if="entry.fixed" class="key">{{ entry.key }}</kbd>
              <button
                v-else
                class="key min-w-5 hover:text-ink"
                :class="waiting === entry ? '!border-(--accent) !text-ink' : ''"
                :aria-label="`Key for: ${entry.does}. ${keyOf(entry.id)}`"
                @click="waiting = entry"
              >
                {{ waiting === entry ? '…' : keyOf(entry.id) }}
              </button>
            </dt>
            <dd>{{ entry.does }}</dd>
          </template>
        </dl>
      </section>
    </div>
    <p class="mt-2 text-[13px] text-quiet">
      Wheel or pinch zooms at the pointer. In number fields the arrow keys nudge, shift ten times, alt a
      tenth.
    </p>
    <div class="mt-3 flex items-center gap-2">
      <p class="grow text-[13px]" role="status">
        {{ waiting ? `Press the key for: ${waiting.does}. Escape leaves it.` : said }}
      </p>
      <button v-if="isChanged" class="press" @click="resetAll">All as at first</button>
      <button class="press" @click="close">Close</button>
    </div>
  </DialogFrame>
</template>
