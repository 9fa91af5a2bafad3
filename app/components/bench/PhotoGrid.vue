<script setup lang="ts">
import { useElementSize, useLocalStorage } from '@vueuse/core';
import { useVirtualizer } from '@tanstack/vue-virtual';
import { PHOTO_STATES } from '#core/document/photoState';
import type { PhotoState } from '#core/document/photoState';
import { CHOICES } from '#core/document/schema';
import type { Choice, Photo } from '#core/document/schema';
import { changePhoto } from '#core/document/commands';

/** The photos as a contact sheet: what became of each, how far it is, who is in it, what was decided. */
defineEmits<{ open: [photo: Photo] }>();
/** ids of the photos that are chosen */
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true });
const sitting = useSitting();
const bench = useBench();
const progress = useProgress();
const setWork = useSetWork();

const ORDERS = [
  { value: 'sitting', name: 'as they came' },
  { value: 'sitter', name: 'by sitter' },
  { value: 'off', name: 'by how far skin is off' },
] as const;
const FIRST_WIDTH = 148;
/** CSS pixels below a picture */
const WORDS_HEIGHT = 60;
const state = ref<PhotoState | 'all'>('all');
const choice = ref<Choice | 'all' | 'none'>('all');
const order = ref<(typeof ORDERS)[number]['value']>('sitting');
const person = ref<string>('all');
const before = ref(false);
const faces = useLocalStorage('even-blush-photo-faces', false);
const width = useLocalStorage('even-blush-photo-width', FIRST_WIDTH);

const photos = computed(() => sitting.document?.photos ?? []);
const { people } = usePeople();
const { offOf } = useSetNumbers();
/** A sitter who is nobody any more is not looked for. */
const wanted = computed(() =>
  person.value === 'nobody' || people.value.some(({ id }) => id === person.value) ? person.value : 'all',
);
const showsPerson = ({ sitters }: Photo) =>
  wanted.value === 'nobody' ? sitters.length === 0 : sitters.some((sitter) => sitter.person === wanted.value);
/** The sitter whose face is shown: the one who is looked for, else the first. */
const sitterOf = ({ sitters }: Photo) =>
  sitters.find((sitter) => sitter.person === wanted.value) ?? sitters[0];
const placeOf = (photo: Photo) => {
  const at = people.value.findIndex(({ id }) => id === sitterOf(photo)?.person);
  return at < 0 ? people.value.length : at;
};
const shown = computed(() => {
  const fitting = photos.value.filter(
    (photo) =>
      (state.value === 'all' || progress.stateOf(photo) === state.value) &&
      (choice.value === 'all' || (photo.choice ?? 'none') === choice.value) &&
      (wanted.value === 'all' || showsPerson(photo)),
  );
  if (order.value === 'sitter') return fitting.toSorted((p, q) => placeOf(p) - placeOf(q));
  if (order.value === 'off') return fitting.toSorted((p, q) => (offOf(q.id) ?? -1) - (offOf(p.id) ?? -1));
  return fitting;
});

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
// What is seen is worked on first.
watchEffect(() => {
  setWork.preferred = rows.value.getVirtualItems().flatMap(({ index }) => inRow(index).map(({ id }) => id));
});

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

function decide(id: string, value: Choice | null): void {
  sitting.change(value ?? 'undecided', (document) =>
    changePhoto(document, id, (photo) => ({ ...photo, choice: value })),
  );
}
</script>

<template>
  <div class="mb-2 flex flex-wrap items-center gap-2 text-[13px]">
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
    <select v-model="order" aria-label="Order" class="field">
      <option v-for="{ value, name } in ORDERS" :key="value" :value="value">{{ name }}</option>
    </select>
    <label class="flex items-center gap-1"
      ><input v-model="faces" type="checkbox" class="accent-(--accent)" />faces alike</label
    >
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
  </div>
  <div ref="list" class="min-h-0 grow overflow-y-auto" tabindex="-1">
    <p v-if="shown.length === 0" class="nothing-yet">
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
          :face="faces ? sitterOf(photo)?.face : undefined"
          :chosen="chosen.has(photo.id)"
          :open="photo.id === bench.photoId"
          @open="$emit('open', photo)"
          @mark="mark(photo, $event)"
          @decide="decide(photo.id, $event)"
        />
      </ul>
    </div>
  </div>
</template>
