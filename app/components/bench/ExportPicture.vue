<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import { NAME_WORDS } from '#core/formats/fileNames';
import {
  FORMAT_FACTS,
  WRITTEN_BY_DEFAULT,
  WRITTEN_FORMATS,
  writtenAsSchema,
} from '#core/formats/writtenFile';
import type { WrittenAs } from '#core/formats/writtenFile';
import type { Photo } from '#core/document/schema';

/** How a photo is written: kind of file, size, colours, metadata, name. */
const props = defineProps<{ photo: Photo; photos: readonly Photo[] }>();
const emit = defineEmits<{ one: [as: WrittenAs, pattern: string]; all: [as: WrittenAs, pattern: string] }>();

const SPACES = { 'own': 'the photo’s own', 'srgb': 'sRGB', 'display-p3': 'Display P3' } as const;
const METADATA = {
  'all': 'all of it',
  'without-place-and-device': 'without place and device',
  'none': 'none',
} as const;

/** kept for the next time; what does not fit is as at first */
const stored = useLocalStorage<WrittenAs>('even-blush-export', WRITTEN_BY_DEFAULT);
const as = computed<WrittenAs>({
  get: () => writtenAsSchema.safeParse(stored.value).data ?? WRITTEN_BY_DEFAULT,
  set: (value) => (stored.value = value),
});
const put = (change: Partial<WrittenAs>) => (as.value = { ...as.value, ...change });
const byServer = useHandOffChoice();
const limits = useHandOffLimits();
/** it can be turned off though the server has gone */
const wasByServer = byServer.value;
const pattern = useLocalStorage('even-blush-export-name', '{name}-even');
const facts = computed(() => FORMAT_FACTS[as.value.format]);
const ownEdge = computed(() => Math.max(props.photo.width, props.photo.height));
const edge = computed(() => Math.min(as.value.longEdge ?? ownEdge.value, ownEdge.value));
const percent = computed({
  get: () => (100 * edge.value) / ownEdge.value,
  set: (share) => putEdge(Math.round((ownEdge.value * share) / 100)),
});
function putEdge(pixels: number): void {
  put({ longEdge: pixels >= ownEdge.value ? undefined : pixels });
}
</script>

<template>
  <fieldset class="flex flex-wrap gap-x-4 gap-y-1.5">
    <legend class="sr-only">File</legend>
    <label v-for="format in WRITTEN_FORMATS" :key="format" class="flex items-center gap-1.5"
      ><input
        type="radio"
        name="format"
        class="accent-(--accent)"
        :checked="as.format === format"
        @change="put({ format })"
      />
      {{ FORMAT_FACTS[format].name }}</label
    >
  </fieldset>
  <p v-if="facts.hasQuality" class="flex items-center gap-4">
    <label
      >quality
      <NumberField
        :model-value="as.quality"
        :label="`${facts.name} quality`"
        :min="1"
        :max="100"
        :reset="92"
        @update:model-value="put({ quality: $event })"
    /></label>
    <label v-if="as.format === 'jpeg'" class="flex items-center gap-1.5"
      ><input
        type="checkbox"
        class="accent-(--accent)"
        :checked="as.fullChroma"
        @change="put({ fullChroma: !as.fullChroma })"
      />
      colour as fine as lightness</label
    >
  </p>
  <p class="flex items-center gap-2">
    long edge
    <NumberField
      :model-value="edge"
      label="Long edge"
      :min="1"
      :max="ownEdge"
      unit=" px"
      :reset="ownEdge"
      @update:model-value="putEdge"
    />
    or
    <NumberField
      v-model="percent"
      label="Share of its size"
      :min="1"
      :max="100"
      :decimals="1"
      unit=" %"
      :reset="100"
    />
  </p>
  <template v-if="facts.holdsExtras">
    <label class="flex items-center gap-2"
      >colours in
      <select
        class="field"
        :value="as.space"
        @change="put({ space: ($event.target as HTMLSelectElement).value as WrittenAs['space'] })"
      >
        <option v-for="(name, space) in SPACES" :key="space" :value="space">{{ name }}</option>
      </select></label
    >
    <label class="flex items-center gap-2"
      >metadata
      <select
        class="field"
        :value="as.metadata"
        @change="put({ metadata: ($event.target as HTMLSelectElement).value as WrittenAs['metadata'] })"
      >
        <option v-for="(name, kept) in METADATA" :key="kept" :value="kept">{{ name }}</option>
      </select></label
    >
  </template>
  <p v-else class="text-quiet">An AVIF is written in sRGB, without metadata.</p>
  <label class="flex items-center gap-2" :title="`${NAME_WORDS.join(', ')} are filled in`"
    >named <input v-model="pattern" class="field w-52" maxlength="120" />
    <span class="text-quiet">.{{ facts.ending }}</span></label
  >
  <label v-if="limits || wasByServer" class="flex items-center gap-1.5"
    ><input v-model="byServer" type="checkbox" class="accent-(--accent)" />
    render on the server
    <span class="text-quiet">{{
      limits ? `takes ${limits.megapixels} megapixels; for slow tablets` : 'cannot be reached'
    }}</span></label
  >
  <span class="grow" />
  <div class="flex gap-2">
    <button class="press-main" @click="emit('one', as, pattern)">Export photo</button>
    <button v-if="photos.length > 1" class="press" @click="emit('all', as, pattern)">
      All {{ photos.length }} photos
    </button>
  </div>
</template>
