<script setup lang="ts">
import { CopyPlus, Trash2 } from '@lucide/vue';
import type { SittingRow } from '../../storage/database';

const props = defineProps<{ row: SittingRow }>();
const emit = defineEmits<{ rename: [name: string]; duplicate: []; delete: [] }>();

const MOST_THUMBS = 7;
const photos = computed(() => (Array.isArray(props.row.document?.photos) ? props.row.document.photos : []));
const day = computed(() =>
  new Date(props.row.updatedAt).toLocaleDateString('en-GB', {
    day: 'numeric',
    month: 'long',
    year: 'numeric',
  }),
);

function rename(event: Event): void {
  const field = event.target as HTMLInputElement;
  const name = field.value.trim();
  if (name && name.length <= 120) emit('rename', name);
  else field.value = props.row.name;
}
</script>

<template>
  <li class="flex items-center gap-4 rounded-lg border border-line bg-panel p-3">
    <NuxtLink :to="`/sitting/${row.id}`" class="flex gap-1" :aria-label="`Open ${row.name}`">
      <PhotoThumb
        v-for="photo in photos.slice(0, MOST_THUMBS)"
        :key="photo.id"
        :photo-id="photo.id"
        :file="photo.file"
        :size="52"
      />
    </NuxtLink>
    <div class="min-w-0 grow">
      <input
        :value="row.name"
        :aria-label="`Name of sitting ${row.name}`"
        maxlength="120"
        class="w-full truncate rounded bg-transparent px-1 text-[15px] font-semibold hover:bg-raised"
        @change="rename"
        @keydown.enter="($event.target as HTMLInputElement).blur()"
      />
      <p class="px-1 text-[13px] text-quiet">
        {{ photos.length }} {{ photos.length === 1 ? 'photo' : 'photos' }} · {{ day }}
      </p>
    </div>
    <NuxtLink :to="`/sitting/${row.id}`" class="press">Open</NuxtLink>
    <button
      class="press-bare"
      :aria-label="`Duplicate ${row.name}`"
      title="Duplicate"
      @click="emit('duplicate')"
    >
      <CopyPlus :size="17" />
    </button>
    <button class="press-bare" :aria-label="`Delete ${row.name}`" title="Delete" @click="emit('delete')">
      <Trash2 :size="17" />
    </button>
  </li>
</template>
