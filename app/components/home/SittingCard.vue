<script setup lang="ts">
import { Archive, ArchiveRestore, CopyPlus, FileDown, Trash2 } from '@lucide/vue';
import { photoState } from '#core/document/photoState';
import { MOST } from '#core/document/schema';
import type { Photo } from '#core/document/schema';
import { corridorOf } from '#core/measure/corridor';
import { database } from '../../storage/database';
import type { ProgressRow, SittingRow } from '../../storage/database';
import { readProgress } from '../../storage/progressStorage';

/** A sitting: its sitters' faces, how far their skin is, the work done, and what belongs to it. */
const props = defineProps<{ row: SittingRow }>();
const emit = defineEmits<{
  rename: [name: string];
  note: [text: string];
  retag: [tags: readonly string[]];
  archive: [];
  duplicate: [];
  save: [];
  delete: [];
}>();

const MOST_FACES = 5;
/** Stored documents may be old or damaged: what they lack is nothing. */
const photos = computed(() => {
  const list: unknown = props.row.document?.photos;
  const stored = (Array.isArray(list) ? list : []) as (Partial<Photo> | null)[];
  return stored.flatMap((photo): Photo[] =>
    photo && Array.isArray(photo.areas) && Array.isArray(photo.plan)
      ? [{ ...(photo as Photo), sitters: photo.sitters ?? [], corridors: photo.corridors ?? [] }]
      : [],
  );
});
const progress = shallowRef<ReadonlyMap<string, ProgressRow>>(new Map());
watch(
  () => props.row,
  async ({ id }) => (progress.value = await readProgress(database(), id).catch(() => new Map())),
  { immediate: true },
);
/** Faces that were found, each sitter's once; then photos in which none was. */
const faces = computed(() => {
  const shown = new Set<string>();
  const all = photos.value.flatMap((photo) =>
    photo.sitters.map((sitter) => ({
      photo,
      sitter,
      hue: progress.value.get(photo.id)?.skins?.find((skin) => skin.sitter === sitter.id)?.hue,
      corridor: corridorOf(photo, sitter.id).middle,
    })),
  );
  const once = all.filter(({ sitter: { person } }) => {
    const isNew = !person || !shown.has(person);
    if (person) shown.add(person);
    return isNew;
  });
  return once.slice(0, MOST_FACES);
});
const without = computed(() =>
  photos.value
    .filter(({ sitters }) => sitters.length === 0)
    .slice(0, Math.max(0, MOST_FACES - faces.value.length)),
);
const states = computed(() =>
  photos.value.map((photo) => photoState(photo, progress.value.get(photo.id) ?? {})),
);
const done = (name: string) => states.value.filter((state) => state === name).length;
const work = computed(() =>
  ['corrected', 'checked', 'exported'].flatMap((name) => (done(name) > 0 ? [`${done(name)} ${name}`] : [])),
);
const day = computed(() =>
  new Date(props.row.updatedAt).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
  }),
);

/** What is being typed is not written over by what comes from the storage meanwhile. */
const note = ref('');
const tags = ref('');
watch(
  () => props.row.document?.note ?? '',
  (text) => (note.value = text),
  { immediate: true },
);
watch(
  () => tagsOf(props.row).join(', '),
  (text) => (tags.value = text),
  { immediate: true },
);

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name && name.length <= MOST.nameLength && name !== props.row.name) emit('rename', name);
  else field.value = props.row.name;
}
function retag(): void {
  const entered = tags.value
    .split(',')
    .map((tag) => tag.trim().slice(0, MOST.tagLength))
    .filter(Boolean);
  emit('retag', [...new Set(entered)].slice(0, MOST.tags));
}
const actions = computed(() => {
  const { name, document } = props.row;
  const away = document?.archived === true;
  return [
    {
      icon: away ? ArchiveRestore : Archive,
      does: away ? `Take ${name} out of the archive` : `Archive ${name}`,
      title: away ? 'Out of the archive' : 'Into the archive: out of the way, not away',
      run: () => emit('archive'),
    },
    {
      icon: FileDown,
      does: `Save ${name} as a file`,
      title: 'Save as a file, photos and all',
      run: () => emit('save'),
    },
    { icon: CopyPlus, does: `Duplicate ${name}`, title: 'Duplicate', run: () => emit('duplicate') },
    { icon: Trash2, does: `Delete ${name}`, title: 'Delete', run: () => emit('delete') },
  ];
});
</script>

<template>
  <div
    role="listitem"
    class="flex flex-col gap-1 rounded-lg border border-line bg-panel p-3"
    :class="row.document?.archived ? 'opacity-70' : ''"
  >
    <NuxtLink
      :to="`/sitting/${row.id}`"
      class="flex min-h-[84px] gap-1.5 overflow-hidden"
      :aria-label="`Open ${row.name}`"
    >
      <span v-for="{ photo, sitter, hue, corridor } in faces" :key="photo.id + sitter.id" class="shrink-0">
        <SitterThumb :photo="photo" :sitter="sitter" :size="62" :result="progress.get(photo.id)?.picture" />
        <SkinMark :hue="hue" :corridor="corridor" />
      </span>
      <PhotoThumb
        v-for="photo in without"
        :key="photo.id"
        :photo-id="photo.id"
        :file="photo.file"
        :size="62"
        class="shrink-0"
      />
      <span v-if="photos.length === 0" class="text-[13px] text-quiet">no photo yet</span>
    </NuxtLink>
    <input
      :value="row.name"
      :aria-label="`Name of sitting ${row.name}`"
      dir="auto"
      maxlength="120"
      class="w-full truncate rounded bg-transparent px-1 text-[15px] font-semibold hover:bg-raised"
      @change="rename"
      @keydown.enter="($event.target as HTMLInputElement).blur()"
    />
    <p class="px-1 text-[12.5px] text-quiet">
      {{ photos.length }} {{ photos.length === 1 ? 'photo' : 'photos'
      }}<template v-for="words in work" :key="words">, {{ words }}</template> · {{ day }}
    </p>
    <textarea
      v-model="note"
      :aria-label="`Note on ${row.name}`"
      placeholder="What the client wants …"
      rows="2"
      dir="auto"
      :maxlength="MOST.noteLength"
      class="w-full resize-none rounded bg-transparent px-1 text-[12.5px] leading-snug hover:bg-raised"
      @change="emit('note', note)"
    />
    <p class="flex items-center gap-0.5">
      <input
        v-model="tags"
        :aria-label="`Tags of ${row.name}, with commas between`"
        placeholder="tags, with commas between"
        dir="auto"
        class="min-w-0 grow truncate rounded bg-transparent px-1 text-[12px] text-quiet hover:bg-raised"
        @change="retag"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <button
        v-for="{ icon, does, title, run } in actions"
        :key="title"
        class="press-bare !px-1"
        :aria-label="does"
        :title="title"
        @click="run"
      >
        <component :is="icon" :size="15" />
      </button>
    </p>
  </div>
</template>
