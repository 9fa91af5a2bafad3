<script setup lang="ts">
import { newSitting } from '#core/document/commands';
import { EMPTY_HISTORY, recordCheckpoint } from '#core/document/history';
import type { SittingRow as Row } from '../storage/database';
import { database } from '../storage/database';
import { seedDemo } from '../storage/demo';
import { duplicateSitting, listSittings, loadSitting, markDeleted, saveSitting, sweep } from '../storage/sittingStorage';

const notices = useNotices();
const { importing, importFiles } = useImport();
const { over } = usePhotoDrop(openFiles);
const rows = shallowRef<readonly Row[]>();
const db = database();

async function refresh(): Promise<void> {
  rows.value = await listSittings(db);
}

async function guarded(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    notices.problem(error);
  }
  await refresh().catch((error) => notices.problem(error));
}

onMounted(() => guarded(async () => {
  await sweep(db, Date.now());
  await seedDemo();
}));

async function openFiles(files: readonly File[]): Promise<void> {
  const photos = await importFiles(files, []);
  if (photos.length === 0) return;
  await guarded(async () => {
    const id = crypto.randomUUID(), name = photos[0]!.file.replace(/\.[^.]+$/, '');
    await saveSitting(db, { ...newSitting(id, name, new Date().toISOString()), photos }, EMPTY_HISTORY, []);
    await navigateTo(`/sitting/${id}`);
  });
}

const rename = (row: Row, name: string) => guarded(async () => {
  const loaded = await loadSitting(db, row.id);
  if (!loaded || name === loaded.sitting.name) return;
  const renamed = { ...loaded.sitting, name, updatedAt: new Date().toISOString() };
  await saveSitting(db, renamed, recordCheckpoint(loaded.history, 'rename sitting', loaded.sitting, renamed), loaded.history.checkpoints);
  notices.say(`Renamed “${row.name}” to “${name}”.`, { label: 'Undo', run: () => void rename({ ...row, name }, row.name) });
});

const duplicate = (row: Row) => guarded(async () => {
  const id = crypto.randomUUID();
  await duplicateSitting(db, row.id, id, `${row.name}, copy`, new Date().toISOString());
  notices.say(`Duplicated “${row.name}”.`, { label: 'Undo', run: () => void guarded(() => markDeleted(db, id, new Date().toISOString())) });
});

const remove = (row: Row) => guarded(async () => {
  await markDeleted(db, row.id, new Date().toISOString());
  notices.say(`Deleted “${row.name}”. It can be brought back until this notice goes.`, { label: 'Undo', run: () => void guarded(() => markDeleted(db, row.id, undefined)) });
});
</script>

<template>
  <main class="mx-auto flex min-h-full max-w-4xl flex-col gap-6 px-6 py-8">
    <header class="flex items-center gap-3">
      <img src="/mark.svg" alt="" class="h-8 w-8">
      <h1 class="text-xl">Sittings</h1>
      <span class="grow" />
      <LookChoice />
      <FilePick main accept="image/jpeg,image/png" multiple name="Photos for a new sitting" @files="openFiles">Open photos…</FilePick>
    </header>
    <p class="rounded-lg border border-dashed p-5 text-center text-quiet" :class="over ? 'border-accent text-ink' : 'border-line'">
      <template v-if="importing">Opening {{ importing.file }} ({{ importing.done + 1 }} of {{ importing.of }}) …</template>
      <template v-else>Drop JPEG or PNG photos here, or paste them: they become a new sitting. They stay in this browser, untouched.</template>
    </p>
    <ul v-if="rows?.length" class="flex flex-col gap-2" aria-label="Sittings">
      <SittingRow v-for="row in rows" :key="row.id" :row="row" @rename="rename(row, $event)" @duplicate="duplicate(row)" @delete="remove(row)" />
    </ul>
    <p v-else-if="rows" class="text-quiet">No sitting yet. Open photos to begin one.</p>
  </main>
</template>
