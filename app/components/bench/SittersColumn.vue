<script setup lang="ts">
import { PHOTO_FILES } from '#core/formats/inspectPhotoFile';
import { Plus } from '@lucide/vue';
import type { Survey } from '#workers/client';

defineProps<{ survey: Survey | undefined }>();
const emit = defineEmits<{ photos: [files: File[]] }>();
const sitting = useSitting();
const bench = useBench();
const { photo, area } = useBenchPhoto();
const { newArea } = useAreas();

const openSitter = computed(() => area.value?.sitter ?? bench.sitterId ?? photo.value?.sitters[0]?.id);
/** Parts that the face map does not show, and areas of the user's own. */
const others = computed(
  () =>
    photo.value?.areas.filter(
      (entry) =>
        photo.value!.sitters.length === 0 ||
        entry.sitter === null ||
        ((entry.part === 'face' || entry.part === 'teeth') && entry.sitter === openSitter.value),
    ) ?? [],
);
/** Opens a sitter's face map; a part of another sitter is left. */
function openTo(sitter: string): void {
  if (area.value && area.value.sitter !== sitter) bench.choose(undefined);
  bench.sitterId = sitter;
}
const partsOf = (sitter: string) => photo.value?.areas.filter((entry) => entry.sitter === sitter).length ?? 0;
</script>

<template>
  <aside
    class="flex w-44 shrink-0 flex-col gap-3 overflow-y-auto border-r border-line bg-panel p-3"
    aria-label="Parts, areas and photos"
  >
    <template v-if="photo">
      <template v-if="photo.sitters.length > 0">
        <section v-for="sitter in photo.sitters" :key="sitter.id">
          <button
            class="flex w-full items-center gap-2 text-left"
            :aria-expanded="sitter.id === openSitter"
            @click="openTo(sitter.id)"
          >
            <SitterThumb :photo="photo" :sitter="sitter" :size="38" />
            <span
              ><span class="block text-[14px] font-semibold">Sitter {{ sitter.number }}</span
              ><span class="block text-[12px] text-quiet">{{ partsOf(sitter.id) }} parts found</span></span
            >
          </button>
          <FaceMap
            v-if="sitter.id === openSitter"
            class="mt-2"
            :areas="photo.areas"
            :sitter="sitter"
            :survey="survey"
          />
        </section>
      </template>
      <template v-else>
        <FaceMap :areas="photo.areas" :sitter="undefined" :survey="survey" />
        <p class="text-[12px] text-quiet">
          Press <b>Find</b> to divide the people in this photo into their parts, or choose a part and draw a
          line inside it.
        </p>
        <label class="flex items-center gap-1.5 text-[12px]"
          ><input v-model="bench.findsOnOpen" type="checkbox" class="accent-(--accent)" /> Find when a photo
          is opened</label
        >
      </template>
      <section>
        <h2 class="heading mb-1">{{ photo.sitters.length > 0 ? 'Other areas' : 'Areas' }}</h2>
        <ul>
          <li
            v-for="entry in others"
            :key="entry.id"
            @pointerenter="bench.pointedId = entry.id"
            @pointerleave="bench.pointedId = undefined"
          >
            <button
              class="w-full truncate rounded px-1.5 py-0.5 text-left text-[13px]"
              :class="entry.id === bench.areaId ? 'bg-ink font-semibold text-paper' : 'hover:bg-raised'"
              :aria-pressed="entry.id === bench.areaId"
              @click="bench.choose(entry.id)"
            >
              {{ entry.name }}
            </button>
          </li>
        </ul>
        <button class="press-bare mt-0.5 text-[13px]" @click="newArea('other')">
          <Plus :size="14" /> New area
        </button>
      </section>
    </template>
    <span class="grow" />
    <section>
      <h2 class="heading mb-1">Photos</h2>
      <div class="flex flex-wrap gap-1">
        <button
          v-for="entry in sitting.document?.photos"
          :key="entry.id"
          class="rounded"
          :class="entry.id === bench.photoId ? 'outline-2 outline-accent' : ''"
          :aria-label="entry.file"
          :title="entry.file"
          :aria-pressed="entry.id === bench.photoId"
          @click="bench.choosePhoto(entry.id)"
        >
          <PhotoThumb :photo-id="entry.id" :file="entry.file" :size="34" />
        </button>
      </div>
      <FilePick
        class="mt-2 w-full"
        :accept="PHOTO_FILES"
        multiple
        name="Photos to add to this sitting"
        @files="emit('photos', $event)"
        >Add photos…</FilePick
      >
    </section>
  </aside>
</template>
