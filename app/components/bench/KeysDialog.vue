<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';

const bench = useBench();
const groups = [...new Set(BENCH_KEYS.map(({ group }) => group))];
</script>

<template>
  <Dialog :open="bench.showingKeys" class="relative z-40" @close="bench.showingKeys = false">
    <div class="fixed inset-0 bg-black/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="max-h-full w-[40rem] overflow-auto rounded-xl border border-line bg-paper p-5">
        <DialogTitle class="mb-3 text-lg">Keys</DialogTitle>
        <div class="columns-2 gap-x-6">
          <section v-for="group in groups" :key="group" class="mb-4 break-inside-avoid">
            <h3 class="heading mb-1">{{ group }}</h3>
            <dl class="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1 text-[13px]">
              <template
                v-for="entry in BENCH_KEYS.filter((candidate) => candidate.group === group)"
                :key="entry.key"
              >
                <dt>
                  <kbd class="key">{{ entry.key }}</kbd>
                </dt>
                <dd>{{ entry.does }}</dd>
              </template>
            </dl>
          </section>
        </div>
        <p class="mt-4 text-[13px] text-quiet">
          Wheel or pinch zooms at the pointer. In number fields the arrow keys nudge, shift ten times, alt a
          tenth.
        </p>
        <button class="press mt-3" @click="bench.showingKeys = false">Close</button>
      </DialogPanel>
    </div>
  </Dialog>
</template>
