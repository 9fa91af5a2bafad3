<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { useElementSize, useLocalStorage } from '@vueuse/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { PHOTO_FILES } from '#core/formats/inspectPhotoFile';
import { PHOTO_STATES } from '#core/document/photoState';
import type { PhotoState } from '#core/document/photoState';
import { CHOICES } from '#core/document/schema';
import type { Choice, Photo } from '#core/document/schema';
import { changePhoto } from '#core/document/commands';

/** The photos of the sitting: what became of each, how far it is, who is in it, what was decided. */
const emit = defineEmits<{ photos: [files: File[]] }>();
const sitting = useSitting();
const bench = useBench();
const progress = useProgress();
const { goTo } = usePhotos();

const SHOWN = [
  { value: 'photos', name: 'Photos' },
  { value: 'sitters', name: 'Sitters', title: 'Who is the same in several photos' },
] as const;
const FIRST_WIDTH = 148;
/** CSS pixels below a picture */
const WORDS_HEIGHT = 60;
const state = ref<PhotoState | 'all'>('all');
const choice = ref<Choice | 'all' | 'none'>('all');
const shows = ref<'photos' | 'sitters'>('photos');
const person = ref<string>('all');
const before = ref(false);
const chosen = ref(new Set<string>());
const width = useLocalStorage('even-blush-photo-width', FIRST_WIDTH);

const photos = computed(() => sitting.document?.photos ?? []);
const { people } = usePeople();
/** A sitter who is nobody any more is not looked for. */
const wanted = computed(() =>
  person.value === 'nobody' || people.value.some(({ id }) => id === person.value) ? person.value : 'all',
);
const showsPerson = ({ sitters }: Photo) =>
  wanted.value === 'nobody' ? sitters.length === 0 : sitters.some((sitter) => sitter.person === wanted.value);
const shown = computed(() =>
  photos.value.filter(
    (photo) =>
      (state.value === 'all' || progress.stateOf(photo) === state.value) &&
      (choice.value === 'all' || (photo.choice ?? 'none') === choice.value) &&
      (wanted.value === 'all' || showsPerson(photo)),
  ),
);
const counts = computed(() =>
  PHOTO_STATES.map((name) => ({
    name,
    count: photos.value.filter((photo) => progress.stateOf(photo) === name).length,
  })).filter(({ count }) => count > 0),
);

const list = useTemplateRef<HTMLElement>('list');
const room = useElementSize(list);
const columns = computed(() => Math.max(1, Math.floor(room.width.value / (width.value + 12))));
const rows = useVirtualizer(
  computed(() => ({
    count: Math.ceil(shown.value.length / columns.value),
    getScrollElement: () => list.value,
    estimateSize: () => 1.2 * width.value + WORDS_HEIGHT,
    overscan: 2,
  })),
);
watch([width, columns], () => rows.value.measure());
const inRow = (row: number) => shown.value.slice(row * columns.value, (row + 1) * columns.value);

/** Shift takes all from the last one chosen on. */
let last: string | undefined;
function mark(photo: Photo, event: MouseEvent): void {
  const next = new Set(chosen.value);
  const ids = shown.value.map(({ id }) => id);
  const from = event.shiftKey && last !== undefined ? ids.indexOf(last) : ids.indexOf(photo.id);
  const [first, end] = [from, ids.indexOf(photo.id)].sort((p, q) => p - q) as [number, number];
  const puts = !next.has(photo.id);
  for (const id of ids.slice(first, end + 1)) if (puts) next.add(id);
  if (!puts) next.delete(photo.id);
  last = photo.id;
  chosen.value = next;
}
const present = computed(() =>
  [...chosen.value].filter((id) => photos.value.some((photo) => photo.id === id)),
);

function decide(ids: readonly string[], value: Choice | null): void {
  sitting.change(value === null ? 'undecided' : value, (document) =>
    ids.reduce((changed, id) => changePhoto(changed, id, (photo) => ({ ...photo, choice: value })), document),
  );
}
function takeOut(): void {
  const ids = new Set(present.value);
  sitting.change(ids.size === 1 ? 'take photo out' : `take ${ids.size} photos out`, (document) => ({
    ...document,
    photos: document.photos.filter(({ id }) => !ids.has(id)),
  }));
  chosen.value = new Set();
}
async function open(photo: Photo, sitter?: string): Promise<void> {
  bench.showingPhotos = false;
  await goTo(photo.id);
  if (sitter !== undefined) bench.sitterId = sitter;
}
const close = () => (bench.showingPhotos = false);
</script>

<template>
  <DialogFrame panel="flex h-full min-w-0 grow flex-col bg-paper p-4" @close="close">
    <div class="mb-3 flex flex-wrap items-center gap-2 text-[13px]">
      <DialogTitle class="min-w-0 truncate text-[17px]">Photos of {{ sitting.document?.name }}</DialogTitle>
      <ToggleGroup v-model="shows" label="What is shown" :options="SHOWN" />
      <span class="grow" />
      <template v-if="shows === 'photos'">
        <select v-model="state" aria-label="State shown" class="field">
          <option value="all">any state</option>
          <option v-for="name in PHOTO_STATES" :key="name" :value="name">{{ name }}</option>
        </select>
        <select v-model="choice" aria-label="Decision shown" class="field">
          <option value="all">any decision</option>
          <option v-for="name in CHOICES" :key="name" :value="name">{{ name }}</option>
          <option value="none">undecided</option>
        </select>
        <select v-if="people.length > 0" v-model="person" aria-label="Sitter shown" class="field">
          <option value="all">any sitter</option>
          <option v-for="{ id, called } in people" :key="id" :value="id">{{ called }}</option>
          <option value="nobody">nobody found</option>
        </select>
        <HoldButton v-model="before" class="press" title="Hold: the photos as they were">Before</HoldButton>
        <label class="flex items-center gap-1 text-quiet"
          >size
          <input
            v-model.number="width"
            type="range"
            min="96"
            max="320"
            aria-label="Size of the photos"
            class="w-24 accent-(--accent)"
        /></label>
      </template>
      <FilePick
        :accept="PHOTO_FILES"
        multiple
        name="Photos to add to this sitting"
        @files="
          emit('photos', $event);
          close();
        "
        >Add photos…</FilePick
      >
      <button class="press" @click="close">Close</button>
    </div>
    <p class="mb-2 text-[13px]">
      <template v-for="({ name, count }, n) in counts" :key="name"
        >{{ n > 0 ? ', ' : '' }}{{ count }} {{ name }}</template
      ><span v-if="sitting.document?.note" dir="auto" class="ml-3"
        ><span class="text-quiet">The client wants:</span> {{ sitting.document.note }}</span
      >
    </p>
    <p
      v-if="present.length > 0"
      class="mb-2 flex flex-wrap items-center gap-2 rounded-lg border border-line bg-raised px-3 py-1.5 text-[13px]"
      role="status"
    >
      {{ present.length }} chosen:
      <button v-for="name in CHOICES" :key="name" class="press" @click="decide(present, name)">
        {{ name }}
      </button>
      <button class="press" @click="decide(present, null)">undecided</button>
      <button class="press" title="Undo brings them back" @click="takeOut">Take out</button>
      <button class="press-bare" @click="chosen = new Set()">Choose none</button>
    </p>
    <div v-if="shows === 'sitters'" class="min-h-0 grow overflow-y-auto">
      <SitterRows @open="open($event.photo, $event.sitter.id)" />
    </div>
    <div v-show="shows === 'photos'" ref="list" class="min-h-0 grow overflow-y-auto" tabindex="-1">
      <p
        v-if="shown.length === 0"
        class="rounded-lg border border-dashed border-line p-6 text-center text-quiet"
      >
        {{
          photos.length === 0
            ? 'No photo yet: add some, or drop them anywhere.'
            : 'No photo is like this. Choose another state, decision or sitter above.'
        }}
      </p>
      <div class="relative" :style="{ height: `${rows.getTotalSize()}px` }">
        <ul
          v-for="row in rows.getVirtualItems()"
          :key="String(row.key)"
          class="absolute inset-x-0 grid gap-3"
          :style="{
            transform: `translateY(${row.start}px)`,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          }"
        >
          <PhotoCard
            v-for="photo in inRow(row.index)"
            :key="photo.id"
            :photo="photo"
            :width="width"
            :before="before"
            :chosen="chosen.has(photo.id)"
            :open="photo.id === bench.photoId"
            @open="open(photo)"
            @mark="mark(photo, $event)"
            @decide="decide([photo.id], $event)"
          />
        </ul>
      </div>
    </div>
  </DialogFrame>
</template>
