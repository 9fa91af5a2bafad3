<script setup lang="ts">
import { History, Keyboard, Redo2, Undo2 } from '@lucide/vue';

const sitting = useSitting();
const bench = useBench();
const { find, progress, stopFind } = useFind();
const { check, checking, mending } = useCheck();
const place = computed(
  () => (sitting.document?.photos.findIndex(({ id }) => id === bench.photoId) ?? -1) + 1,
);
const photo = computed(() => sitting.document?.photos[place.value - 1]);

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name) sitting.change('rename sitting', (document) => ({ ...document, name }));
  else field.value = sitting.document?.name ?? '';
}
const { keyOf } = useKeys();
</script>

<template>
  <header class="flex h-11 shrink-0 items-center gap-3 border-b border-line bg-panel px-3">
    <NuxtLink to="/" aria-label="All sittings" title="All sittings"
      ><img src="/mark.svg" alt="" class="h-6 w-6"
    /></NuxtLink>
    <input
      :value="sitting.document?.name"
      aria-label="Name of the sitting"
      maxlength="120"
      class="field-sizing-content min-w-16 max-w-64 rounded bg-transparent px-1 text-[15px] font-semibold hover:bg-raised"
      @change="rename"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <span v-if="photo" class="truncate text-[13px] text-quiet"
      >{{ photo.file }} · {{ photo.width }} × {{ photo.height }} · photo {{ place }} of
      {{ sitting.document?.photos.length }}</span
    >
    <span class="grow" />
    <span class="text-[12px] text-quiet" aria-live="polite">{{
      sitting.saveProblem ? 'not saved' : sitting.saved ? 'saved' : 'saving …'
    }}</span>
    <button
      class="press-bare max-w-52 text-[13px]"
      :disabled="!sitting.undoLabel"
      :aria-label="sitting.undoLabel ? `Undo: ${sitting.undoLabel}` : 'Undo'"
      @click="sitting.undo()"
    >
      <Undo2 :size="16" class="shrink-0" /><span class="truncate">{{ sitting.undoLabel ?? '' }}</span>
    </button>
    <button
      class="press-bare"
      :disabled="!sitting.redoLabel"
      :aria-label="sitting.redoLabel ? `Redo: ${sitting.redoLabel}` : 'Redo'"
      :title="sitting.redoLabel ? `Redo: ${sitting.redoLabel}` : ''"
      @click="sitting.redo()"
    >
      <Redo2 :size="16" />
    </button>
    <button
      class="press-bare"
      aria-label="What was done"
      :title="`What was done, and kept plans (${keyOf('history')})`"
      @click="bench.showingHistory = true"
    >
      <History :size="16" />
    </button>
    <button
      class="press-bare"
      aria-label="Keys"
      :title="`Keys (${keyOf('keys')})`"
      @click="bench.showingKeys = true"
    >
      <Keyboard :size="17" />
    </button>
    <LookChoice />
    <span v-if="progress !== undefined" class="flex items-center gap-2 text-[13px]" role="status">
      Finding people … <progress :value="progress" max="1" class="h-2 w-20" aria-label="Find" />
      <button class="press" @click="stopFind">Stop</button>
    </span>
    <button v-else class="press" :disabled="!photo" title="Find people and their parts" @click="find()">
      Find <ShownKey of="find" />
    </button>
    <button
      class="press"
      :disabled="!photo || checking"
      title="Say what is off on the skin of every sitter"
      @click="check()"
    >
      Check <ShownKey of="check" />
    </button>
    <button
      class="press-main"
      :disabled="!photo || mending !== undefined"
      :title="mending === undefined ? 'Write files' : 'What is being mended is waited for'"
      @click="bench.exporting = true"
    >
      Export… <ShownKey of="export" class="border-current text-current opacity-70" />
    </button>
  </header>
</template>
