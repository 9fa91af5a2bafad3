<script setup lang="ts">
import { DialogTitle } from '@headlessui/vue';
import { PHOTO_FILES } from '#core/formats/inspectPhotoFile';
import { PHOTO_STATES } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';

/** The photos of the sitting as a set: a contact sheet, who sits, their numbers on a chart, and what is done to many. */
const emit = defineEmits<{ photos: [files: File[]] }>();
const sitting = useSitting();
const bench = useBench();
const progress = useProgress();
const { goTo } = usePhotos();

const SHOWN = [
  { value: 'photos', name: 'Photos' },
  { value: 'sitters', name: 'Sitters', title: 'Who is the same in several photos' },
  { value: 'chart', name: 'Chart', title: 'The numbers of every photo, and which stand out' },
  { value: 'beside', name: 'Side by side', title: 'Two to six of the chosen photos, face by face' },
] as const;
const shows = ref<(typeof SHOWN)[number]['value']>('photos');
const chosen = shallowRef<ReadonlySet<string>>(new Set());

const photos = computed(() => sitting.document?.photos ?? []);
const counts = computed(() =>
  PHOTO_STATES.map((name) => ({
    name,
    count: photos.value.filter((photo) => progress.stateOf(photo) === name).length,
  })).filter(({ count }) => count > 0),
);
/** Those that are chosen and still there, in the order of the sitting. */
const present = computed(() => photos.value.filter(({ id }) => chosen.value.has(id)).map(({ id }) => id));

async function open(photo: Photo, sitter?: string): Promise<void> {
  bench.showingPhotos = false;
  await goTo(photo.id);
  if (sitter !== undefined) bench.sitterId = sitter;
}
function openById(id: string): void {
  const photo = photos.value.find((entry) => entry.id === id);
  if (photo) void open(photo);
}
const close = () => (bench.showingPhotos = false);
</script>

<template>
  <DialogFrame panel="flex h-full min-w-0 grow flex-col bg-paper p-4" @close="close">
    <div class="mb-2 flex flex-wrap items-center gap-2 text-[13px]">
      <DialogTitle class="min-w-0 truncate text-[17px]">Photos of {{ sitting.document?.name }}</DialogTitle>
      <ToggleGroup v-model="shows" label="What is shown" :options="SHOWN" />
      <span class="min-w-0 grow truncate text-quiet">
        <template v-for="({ name, count }, n) in counts" :key="name"
          >{{ n > 0 ? ', ' : '' }}{{ count }} {{ name }}</template
        >
      </span>
      <FilePick
        :accept="`${PHOTO_FILES},${CLIP_FILES}`"
        multiple
        name="Photos to add to this sitting"
        @files="
          emit('photos', $event);
          close();
        "
        >Add photos…</FilePick
      >
      <FramesPick
        name="A folder of numbered images to add to this sitting"
        @files="
          emit('photos', $event);
          close();
        "
      />
      <button class="press" @click="close">Close</button>
    </div>
    <p v-if="sitting.document?.note" dir="auto" class="mb-2 text-[13px]">
      <span class="text-quiet">The client wants:</span> {{ sitting.document.note }}
    </p>
    <SetActions v-model:chosen="chosen" :ids="present" />
    <SetWorkBar @open="openById" />
    <div v-if="shows === 'sitters'" class="min-h-0 grow overflow-y-auto">
      <SitterRows @open="open($event.photo, $event.sitter.id)" />
    </div>
    <SetChart v-else-if="shows === 'chart'" v-model:chosen="chosen" @open="openById" />
    <SideBySide v-else-if="shows === 'beside'" :ids="present" @open="openById" />
    <PhotoGrid v-else v-model:chosen="chosen" @open="open($event)" />
  </DialogFrame>
</template>
