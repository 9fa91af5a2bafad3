<script setup lang="ts">
import { ChevronLeft, ChevronRight, History, Keyboard, LayoutGrid, Redo2, Undo2 } from '@lucide/vue';

const sitting = useSitting();
const bench = useBench();
const { find, progress, seen, stopFind } = useFind();
const { check, checking, mending } = useCheck();
const { step } = usePhotos();
const photos = computed(() => sitting.document?.photos ?? []);
const place = computed(() => photos.value.findIndex(({ id }) => id === bench.photoId) + 1);
const photo = computed(() => photos.value[place.value - 1]);

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name) sitting.change('rename sitting', (document) => ({ ...document, name }));
  else field.value = sitting.document?.name ?? '';
}
const { keyOf } = useKeys();
/** How far looking for people has come. */
const words = computed(() => {
  if (!seen.value) return 'Finding people …';
  const { known, faces } = seen.value;
  if (known === faces) return 'Putting the parts in place …';
  if (faces === 1) return 'Finding people …';
  return known === 0 ? `${faces} faces seen …` : `${known} of ${faces} people known …`;
});
</script>

<template>
  <header
    class="flex min-h-11 shrink-0 flex-wrap items-center gap-x-2 border-b border-line bg-panel px-3 py-1"
  >
    <NuxtLink to="/" aria-label="All sittings" title="All sittings"
      ><img src="/mark.svg" alt="" class="h-6 w-6"
    /></NuxtLink>
    <input
      :value="sitting.document?.name"
      :title="sitting.document?.name"
      aria-label="Name of the sitting"
      dir="auto"
      maxlength="120"
      class="field-sizing-content min-w-16 max-w-48 truncate rounded bg-transparent px-1 text-[15px] font-semibold hover:bg-raised"
      @change="rename"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <button
      class="press-bare !px-0.5"
      aria-label="Photo before"
      :title="`The photo before, at the same part and as near (${keyOf('photo-before')})`"
      :disabled="photos.length < 2"
      @click="step(-1)"
    >
      <ChevronLeft :size="17" />
    </button>
    <button
      class="press !px-2"
      :title="`All photos of this sitting (${keyOf('photos')})`"
      @click="bench.showingPhotos = true"
    >
      <LayoutGrid :size="14" />
      <span v-if="photo" class="whitespace-nowrap">photo {{ place }} of {{ photos.length }}</span
      ><template v-else>Photos</template>
    </button>
    <button
      class="press-bare !px-0.5"
      aria-label="Photo after"
      :title="`The photo after, at the same part and as near (${keyOf('photo-after')})`"
      :disabled="photos.length < 2"
      @click="step(1)"
    >
      <ChevronRight :size="17" />
    </button>
    <span
      v-if="photo"
      class="min-w-0 shrink truncate text-[12.5px] text-quiet max-[1100px]:hidden"
      :title="`${photo.file}, ${photo.width} × ${photo.height} pixels`"
      >{{ photo.file }} · {{ photo.width }} × {{ photo.height }}</span
    >
    <span class="grow" />
    <span class="whitespace-nowrap text-[12px] text-quiet" aria-live="polite">{{
      sitting.saveProblem ? 'not saved' : sitting.saved ? 'saved' : 'saving …'
    }}</span>
    <button
      class="press-bare max-w-40 text-[13px]"
      :disabled="!sitting.undoLabel"
      :aria-label="sitting.undoLabel ? `Undo: ${sitting.undoLabel}` : 'Undo'"
      :title="sitting.undoLabel ? `Undo: ${sitting.undoLabel}` : ''"
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
      {{ words }}
      <progress :value="progress" max="1" class="h-2 w-20" aria-label="Find" />
      <button class="press" @click="stopFind">Stop</button>
    </span>
    <button v-else class="press" :disabled="!photo" title="Find people and their parts" @click="find()">
      Find <ShownKey of="find" class="max-[1100px]:hidden" />
    </button>
    <button
      class="press"
      :disabled="!photo || checking"
      title="Say what is off on the skin of every sitter"
      @click="check()"
    >
      Check <ShownKey of="check" class="max-[1100px]:hidden" />
    </button>
    <button
      class="press-main"
      :disabled="!photo || mending !== undefined"
      :title="mending === undefined ? 'Write files' : 'What is being mended is waited for'"
      @click="bench.exporting = true"
    >
      Export… <ShownKey of="export" class="border-current text-current opacity-70 max-[1100px]:hidden" />
    </button>
  </header>
</template>
