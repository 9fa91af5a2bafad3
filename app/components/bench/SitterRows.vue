<script setup lang="ts">
import { useMediaQuery } from '@vueuse/core';
import { VueDraggable } from 'vue-draggable-plus';
import type { SeenSitter } from '../../composables/usePeople';

/** Who sits in these photos: a row for each sitter, to which faces are dragged; a doubtful one is asked about. */
defineEmits<{ open: [seen: SeenSitter] }>();
const { people, questions, say, name, join, part } = usePeople();
const calm = useMediaQuery('(prefers-reduced-motion: reduce)');

/** What the drag has in hand; the document is told once a face was put down. */
const rows = shallowRef<{ id: string | undefined; seen: SeenSitter[] }[]>([]);
function lay(): void {
  const known = people.value.map(({ id, seen }) => ({ id, seen: [...seen] }));
  rows.value = [...known, { id: undefined, seen: [] }];
}
watch(people, lay, { immediate: true });
const rowOf = (id: string) => people.value.find((person) => person.id === id)!;
function put(seen: SeenSitter, id: string | undefined): void {
  if ((seen.sitter.person ?? undefined) !== id) say(seen, id);
}
/** @param id undefined for somebody new */
function dropped(face: HTMLElement, id: string | undefined): void {
  const all = people.value.flatMap(({ seen }) => seen);
  put(
    all.find((seen) => faceId(seen) === face.dataset.face)!,
    id,
  );
  // What was refused lies where it was.
  lay();
}
const faceId = ({ photo, sitter }: SeenSitter) => `${photo.id}:${sitter.id}`;
/** The one who may be the same; nobody is asked about while that one is not shown. */
const asked = (id: string) => people.value.find((person) => person.id === questions.value.get(id));
</script>

<template>
  <p v-if="people.length === 0" class="nothing-yet">
    Nobody was found yet. Open a photo and press Find; who is the same in several photos is told by the face.
  </p>
  <ol v-else class="flex flex-col gap-2" aria-label="Sitters of these photos">
    <li
      v-for="row in rows"
      :key="row.id ?? 'new'"
      class="flex items-start gap-3 rounded-lg border border-line p-2"
      :class="row.id ? 'bg-raised' : 'border-dashed'"
    >
      <span v-if="row.id" class="w-44 shrink-0">
        <input
          :value="rowOf(row.id).name"
          :placeholder="rowOf(row.id).called"
          maxlength="120"
          dir="auto"
          class="field w-full"
          :aria-label="`Name of ${rowOf(row.id).called}`"
          @change="name(row.id, ($event.target as HTMLInputElement).value)"
        />
        <span class="mt-1 flex items-center gap-2 text-[12px] text-quiet"
          >{{ row.seen.length }} {{ row.seen.length === 1 ? 'photo' : 'photos' }}
          <select
            v-if="people.length > 1"
            class="min-w-0 grow rounded bg-transparent text-ink"
            :aria-label="`${rowOf(row.id).called} is the same as`"
            title="All photos of this sitter go to the other one"
            value=""
            @change="join(row.id, ($event.target as HTMLSelectElement).value)"
          >
            <option value="">is the same as…</option>
            <option
              v-for="{ id, called } in people.filter((each) => each.id !== row.id)"
              :key="id"
              :value="id"
            >
              {{ called }}
            </option>
          </select>
        </span>
        <span v-if="asked(row.id)" class="mt-1 flex flex-wrap items-center gap-1 text-[12px]" role="status"
          >{{ asked(row.id)!.called }} again?
          <button class="press !px-1.5 !py-0" @click="join(row.id, asked(row.id)!.id)">Yes</button>
          <button class="press !px-1.5 !py-0" @click="part(row.id, asked(row.id)!.id)">No</button>
        </span>
      </span>
      <span v-else class="w-44 shrink-0 p-1 text-[13px] text-quiet"
        >Somebody else: drag a face here, to part it from the others</span
      >
      <VueDraggable
        v-model="row.seen"
        tag="ul"
        group="faces"
        force-fallback
        :fallback-tolerance="3"
        :animation="calm ? 0 : 120"
        class="flex min-h-[72px] grow flex-wrap gap-2"
        :aria-label="row.id ? `Photos of ${rowOf(row.id).called}` : 'Somebody else'"
        @add="dropped($event.item, row.id)"
      >
        <li
          v-for="seen in row.seen"
          :key="faceId(seen)"
          :data-face="faceId(seen)"
          class="flex w-[72px] flex-col items-center"
        >
          <button
            class="rounded-full"
            :title="`${seen.photo.file}: drag to another sitter; press to open`"
            :aria-label="`Open ${seen.photo.file}`"
            @click="$emit('open', seen)"
          >
            <SitterThumb :photo="seen.photo" :sitter="seen.sitter" :size="52" />
          </button>
          <select
            :value="row.id"
            class="w-[72px] rounded bg-transparent text-center text-[12px] text-quiet"
            :aria-label="`Who ${seen.photo.file} shows`"
            @change="put(seen, ($event.target as HTMLSelectElement).value || undefined)"
          >
            <option v-for="{ id, called } in people" :key="id" :value="id">{{ called }}</option>
            <option value="">somebody else</option>
          </select>
        </li>
      </VueDraggable>
    </li>
  </ol>
</template>
