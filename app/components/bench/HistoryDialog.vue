<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { X } from '@lucide/vue';
import { dropVersion, keepVersion, takeVersion } from '#core/document/commands';
import { MOST } from '#core/document/schema';

/** What was done, to go to any point of it, and plans kept under names. */
const bench = useBench();
const sitting = useSitting();
const { photo, edit } = useBenchPhoto();

/** The newest first, and below them how the sitting was before all of it. */
const points = computed(() => [
  ...sitting.history.checkpoints
    .map(({ label, number }, n) => ({ key: number, label, cursor: n + 1 }))
    .reverse(),
  { key: 0, label: 'as it was before', cursor: 0 },
]);
const versions = computed(() => [...(photo.value?.versions ?? [])].reverse());
const name = ref('');
const isFull = computed(() => versions.value.length >= MOST.versions);

function keep(): void {
  const called = name.value.trim() || `Version ${versions.value.length + 1}`;
  edit(`keep “${called}”`, (before) =>
    keepVersion(before, crypto.randomUUID(), called, new Date().toISOString()),
  );
  name.value = '';
}
const dayOf = (instant: string) =>
  new Date(instant).toLocaleString('en', { dateStyle: 'medium', timeStyle: 'short' });
const countOf = (steps: readonly unknown[]) => `${steps.length} ${steps.length === 1 ? 'step' : 'steps'}`;
</script>

<template>
  <DialogFrame panel="flex w-[44rem] flex-col bg-paper p-5" @close="bench.showingHistory = false">
    <DialogTitle class="mb-3 text-lg">What was done</DialogTitle>
    <div class="grid min-h-0 grid-cols-2 gap-6">
      <ol class="flex min-h-0 flex-col overflow-y-auto" aria-label="What was done">
        <li v-for="point in points" :key="point.key">
          <button
            class="block w-full truncate rounded px-2 py-0.5 text-left text-[13px] hover:bg-raised"
            :class="[
              point.cursor === sitting.history.cursor ? 'bg-raised font-semibold' : '',
              point.cursor > sitting.history.cursor ? 'text-quiet' : '',
            ]"
            :aria-current="point.cursor === sitting.history.cursor ? 'step' : undefined"
            :title="
              point.cursor > sitting.history.cursor
                ? `Do again up to: ${point.label}`
                : `Back to: ${point.label}`
            "
            @click="sitting.goToCheckpoint(point.cursor)"
          >
            {{ point.label }}
          </button>
        </li>
      </ol>
      <section v-if="photo" aria-label="Kept plans" class="min-h-0 overflow-y-auto">
        <h3 class="heading mb-1">Plans of {{ photo.file }} kept under names</h3>
        <form class="mb-2 flex gap-2" @submit.prevent="keep">
          <input
            v-model="name"
            class="field min-w-0 grow"
            maxlength="120"
            aria-label="Name of the version"
            :placeholder="`Version ${versions.length + 1}`"
          />
          <button class="press" :disabled="isFull">Keep this one</button>
        </form>
        <p v-if="versions.length === 0" class="text-[13px] text-quiet">
          Keep the plan as it is now, try another, and take either again.
        </p>
        <ul class="flex flex-col gap-1">
          <li v-for="version in versions" :key="version.id" class="flex items-center gap-2 text-[13px]">
            <span class="min-w-0 grow truncate" :title="dayOf(version.savedAt)"
              >{{ version.name }} <span class="text-quiet">{{ countOf(version.plan) }}</span></span
            >
            <button
              class="press"
              :aria-label="`Take ${version.name}`"
              @click="edit(`take “${version.name}”`, (before) => takeVersion(before, version.id))"
            >
              Take
            </button>
            <button
              class="press-bare"
              :aria-label="`Forget ${version.name}`"
              title="Forget it"
              @click="edit(`forget “${version.name}”`, (before) => dropVersion(before, version.id))"
            >
              <X :size="14" />
            </button>
          </li>
        </ul>
      </section>
    </div>
    <div class="mt-3 flex justify-end">
      <button class="press" @click="bench.showingHistory = false">Close</button>
    </div>
  </DialogFrame>
</template>
