<script setup lang="ts">
import { useElementSize, useLocalStorage } from '@vueuse/core';
import { useWindowVirtualizer } from '@tanstack/vue-virtual';
import { PHOTO_FILES } from '#core/formats/inspectPhotoFile';
import { newSitting } from '#core/document/commands';
import { EMPTY_HISTORY } from '#core/document/history';
import { stemOf } from '#core/document/names';
import type { Photo } from '#core/document/schema';
import { shotStem } from '#kinds/shot/numberedFrames';
import type { SittingRow } from '../storage/database';
import { database } from '../storage/database';
import { seedDemo } from '../storage/demo';
import { isAnyOpen } from '../storage/storageRoom';
import { NOT_STORED, loadSitting, saveSitting, sweep } from '../storage/sittingStorage';

const notices = useNotices();
const { importing, importFiles } = useImport();
const { openFile, saveAsFile } = useSittingFile();
const { over, folder } = usePhotoDrop(openFiles);
const sittings = useSittingList();
const { rows, shown, wanted, order, tag, tags, archived, showsArchived, refresh, guarded } = sittings;
/** the saved sitting that is being read */
const reading = ref<string>();
/** what is done to all of them */
const busy = ref<string>();
const knowsHow = useLocalStorage('even-blush-knows-how', false);
const db = database();
/** Deleted sittings, and what no sitting holds, younger than this are kept, milliseconds. */
const ALL_OF_IT_MS = 48 * 3600 * 1000;

onMounted(() =>
  guarded(async () => {
    await sweep(db, Date.now());
    await seedDemo();
  }),
);

/** Photos become a sitting; sittings that were saved as files are opened as they are. */
async function openFiles(files: readonly File[]): Promise<void> {
  const saved = files.filter((file) => /\.zip$/i.test(file.name) && !isClip(file));
  let opened: string | undefined;
  for (const file of saved) {
    reading.value = file.name;
    opened = (await openFile(file)) ?? opened;
  }
  reading.value = undefined;
  if (saved.length > 0) await refresh().catch((error) => notices.problem(error));
  const photos = await importFiles(
    files.filter((file) => !saved.includes(file)),
    [],
  );
  if (photos.length > 0) {
    await guarded(async () => {
      const id = crypto.randomUUID();
      const [{ file, frame }] = photos as [Photo];
      const sitting = newSitting(id, frame ? shotStem(frame.file) : stemOf(file), new Date().toISOString());
      await saveSitting(db, { ...sitting, photos }, EMPTY_HISTORY, NOT_STORED);
      opened = id;
    });
  }
  if (opened !== undefined) await navigateTo(`/sitting/${opened}`);
}

async function save(row: SittingRow): Promise<void> {
  busy.value = `Saving ${row.name} …`;
  const loaded = await loadSitting(db, row.id).catch(notices.problem);
  if (loaded) await saveAsFile(loaded.sitting);
  busy.value = undefined;
}
async function saveAll(): Promise<void> {
  for (const row of rows.value ?? []) await save(row);
}
/** Another tab may hold what it has not stored yet: nothing is freed beside it. */
const free = () =>
  guarded(async () => {
    if (await isAnyOpen())
      return notices.say('A sitting is open in another tab. Close it first, then free what nobody needs.');
    busy.value = 'Freeing …';
    await sweep(db, Date.now() + ALL_OF_IT_MS).finally(() => (busy.value = undefined));
    notices.say('Deleted sittings and photos that no sitting holds are gone.');
  });

const CARD = { width: 348, height: 232 };
const list = useTemplateRef<HTMLElement>('list');
const room = useElementSize(list);
const columns = computed(() => Math.max(1, Math.floor((room.width.value + 12) / CARD.width)));
const cards = useWindowVirtualizer(
  computed(() => ({
    count: Math.ceil(shown.value.length / columns.value),
    estimateSize: () => CARD.height,
    overscan: 2,
    scrollMargin: list.value?.offsetTop ?? 0,
  })),
);
const inRow = (row: number) => shown.value.slice(row * columns.value, (row + 1) * columns.value);
</script>

<template>
  <main class="mx-auto flex min-h-full max-w-6xl flex-col gap-4 px-6 py-6">
    <header class="flex flex-wrap items-center gap-3">
      <img src="/mark.svg" alt="" class="h-8 w-8" />
      <h1 class="text-xl">Sittings</h1>
      <template v-if="rows && rows.length > 0">
        <input
          v-model="wanted"
          type="search"
          aria-label="Search sittings"
          placeholder="Search names, notes, tags, photos"
          class="field w-64 py-1"
        />
        <select v-model="order" aria-label="Order of the sittings" class="field py-1">
          <option v-for="by in SITTING_ORDERS" :key="by" :value="by">
            {{ by === 'name' ? 'by name' : `last ${by}` }}
          </option>
        </select>
        <select v-if="tags.length > 0" v-model="tag" aria-label="Tag shown" class="field py-1">
          <option value="">every tag</option>
          <option v-for="name in tags" :key="name" :value="name">{{ name }}</option>
        </select>
        <label v-if="archived > 0" class="flex items-center gap-1 text-[13px]"
          ><input v-model="showsArchived" type="checkbox" class="accent-(--accent)" /> archive ({{
            archived
          }})</label
        >
      </template>
      <span class="grow" />
      <NuxtLink to="/words" class="text-[13px] underline decoration-dotted">Words</NuxtLink>
      <LookChoice />
      <FilePick
        main
        :accept="`${PHOTO_FILES},${CLIP_FILES},application/zip,.zip`"
        multiple
        name="Photos for a new sitting"
        @files="openFiles"
        >Open photos…</FilePick
      >
      <FramesPick name="A folder of numbered images for a new sitting" @files="openFiles" />
    </header>
    <FirstSteps v-if="!knowsHow && rows && rows.length <= 1" @away="knowsHow = true" />
    <p
      class="rounded-lg border border-dashed p-3 text-center text-[13px] text-quiet"
      :class="over ? 'border-accent text-ink' : 'border-line'"
    >
      <template v-if="importing"
        ><img
          v-if="importing.preview"
          :src="importing.preview"
          alt=""
          data-testid="preview"
          class="mx-auto mb-2 max-h-80 rounded"
        />Opening {{ importing.file }} ({{ importing.done + 1 }} of {{ importing.of }}) …</template
      >
      <template v-else-if="reading">Reading {{ reading }} …</template>
      <template v-else
        >Drop photos anywhere (JPEG, PNG, TIFF, WebP, AVIF, JPEG XL, a camera’s raw file), or a clip (WebM,
        MP4, MOV), or paste them: they become a new sitting. They stay in this browser, untouched. A sitting
        saved as a file opens here too.</template
      >
    </p>
    <div ref="list" class="grow">
      <div
        v-if="shown.length > 0"
        role="list"
        class="relative"
        aria-label="Sittings"
        :style="{ height: `${cards.getTotalSize()}px` }"
      >
        <div
          v-for="row in cards.getVirtualItems()"
          :key="String(row.key)"
          role="presentation"
          class="absolute inset-x-0 grid gap-3"
          :style="{
            transform: `translateY(${row.start - cards.options.scrollMargin}px)`,
            gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          }"
        >
          <SittingCard
            v-for="entry in inRow(row.index)"
            :key="entry.id"
            :row="entry"
            @rename="sittings.rename(entry, $event)"
            @note="sittings.note(entry, $event)"
            @retag="sittings.retag(entry, $event)"
            @archive="sittings.archive(entry, !entry.document?.archived)"
            @duplicate="sittings.duplicate(entry)"
            @save="save(entry)"
            @delete="sittings.remove(entry)"
          />
        </div>
      </div>
      <p v-else-if="rows && rows.length === 0" class="text-quiet">
        No sitting yet. Open photos to begin one.
      </p>
      <p v-else-if="rows" class="text-quiet">
        No sitting is like this. Search for something else, or choose another tag.
      </p>
    </div>
    <DroppedFolder v-if="folder" :folder="folder" @files="openFiles" @close="folder = undefined" />
    <DrawnBy />
    <StorageRoom :count="rows?.length ?? 0" :busy="busy" @export="saveAll" @free="free" />
  </main>
</template>
