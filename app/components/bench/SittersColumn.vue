<script setup lang="ts">
import { Plus } from '@lucide/vue';
import type { Survey } from '#workers/client';

defineProps<{ survey: Survey | undefined }>();
const emit = defineEmits<{ photos: [files: File[]] }>();
const sitting = useSitting(), bench = useBench();
const { photo, newArea } = useBenchPhoto();
</script>

<template>
  <aside class="flex w-44 shrink-0 flex-col gap-3 overflow-y-auto border-r border-line bg-panel p-3" aria-label="Parts, areas and photos">
    <template v-if="photo">
      <FaceMap :areas="photo.areas" :survey="survey" />
      <section>
        <h2 class="heading mb-1">Areas</h2>
        <ul>
          <li v-for="entry in photo.areas" :key="entry.id">
            <button class="w-full truncate rounded px-1.5 py-0.5 text-left text-[13px]" :class="entry.id === bench.areaId ? 'bg-ink font-semibold text-paper' : 'hover:bg-raised'" :aria-pressed="entry.id === bench.areaId" @click="bench.choose(entry.id)">{{ entry.name }}</button>
          </li>
        </ul>
        <button class="press-bare mt-0.5 text-[13px]" @click="newArea('other')"><Plus :size="14" /> New area</button>
      </section>
    </template>
    <span class="grow" />
    <section>
      <h2 class="heading mb-1">Photos</h2>
      <div class="flex flex-wrap gap-1">
        <button v-for="entry in sitting.document?.photos" :key="entry.id" class="rounded" :class="entry.id === bench.photoId ? 'outline-2 outline-accent' : ''" :aria-label="entry.file" :title="entry.file" :aria-pressed="entry.id === bench.photoId" @click="bench.choosePhoto(entry.id)">
          <PhotoThumb :photo-id="entry.id" :file="entry.file" :size="34" />
        </button>
      </div>
      <FilePick class="mt-2 w-full" accept="image/jpeg,image/png" multiple name="Photos to add to this sitting" @files="emit('photos', $event)">Add photos…</FilePick>
    </section>
  </aside>
</template>
