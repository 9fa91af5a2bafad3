<script setup lang="ts">
import { PHOTO_FILES } from '#core/formats/inspectPhotoFile';
import { newSitting } from '#core/document/commands';
import { EMPTY_HISTORY, recordCheckpoint } from '#core/document/history';
import { copyName, stemOf } from '#core/document/names';
import type { SittingRow as Row } from '../storage/database';
import { database } from '../storage/database';
import { seedDemo } from '../storage/demo';
import {
  NOT_STORED,
  duplicateSitting,
  listSittings,
  loadSitting,
  markDeleted,
  saveSitting,
  sweep,
} from '../storage/sittingStorage';

const notices = useNotices();
const { importing, importFiles } = useImport();
const { openFile } = useSittingFile();
const { over } = usePhotoDrop(openFiles);
/** the saved sitting that is being read */
const reading = ref<string>();
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

onMounted(() =>
  guarded(async () => {
    await sweep(db, Date.now());
    await seedDemo();
  }),
);

/** Photos become a sitting; sittings that were saved as files are opened as they are. */
async function openFiles(files: readonly File[]): Promise<void> {
  const saved = files.filter(({ name, type }) => type === 'application/zip' || /\.zip$/i.test(name));
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
      const sitting = newSitting(id, stemOf(photos[0]!.file), new Date().toISOString());
      await saveSitting(db, { ...sitting, photos }, EMPTY_HISTORY, NOT_STORED);
      opened = id;
    });
  }
  if (opened !== undefined) await navigateTo(`/sitting/${opened}`);
}

/** A sitting that is worked on in another tab is changed there alone. */
async function alone(row: Row, doing: string, work: () => Promise<void>): Promise<void> {
  const free = await whileNobodyWorks(row.id, work);
  if (!free) notices.say(`“${row.name}” is open in another tab. ${doing} it there, or close that tab first.`);
}

const rename = (row: Row, name: string) =>
  guarded(() =>
    alone(row, 'Rename', async () => {
      const loaded = await loadSitting(db, row.id);
      if (!loaded || name === loaded.sitting.name) return;
      const renamed = { ...loaded.sitting, name, updatedAt: new Date().toISOString() };
      const history = recordCheckpoint(loaded.history, 'rename sitting', loaded.sitting, renamed);
      await saveSitting(db, renamed, history, {
        revision: loaded.revision,
        checkpoints: loaded.history.checkpoints,
      });
      notices.say(`Renamed “${row.name}” to “${name}”.`, {
        label: 'Undo',
        run: () => void rename({ ...row, name }, row.name),
      });
    }),
  );

const duplicate = (row: Row) =>
  guarded(async () => {
    const id = crypto.randomUUID();
    await duplicateSitting(db, row.id, {
      copyId: id,
      name: copyName(row.name),
      now: new Date().toISOString(),
    });
    notices.say(`Duplicated “${row.name}”.`, {
      label: 'Undo',
      run: () => void guarded(() => markDeleted(db, id, new Date().toISOString())),
    });
  });

const remove = (row: Row) =>
  guarded(() =>
    alone(row, 'Delete', async () => {
      await markDeleted(db, row.id, new Date().toISOString());
      notices.say(`Deleted “${row.name}”. It can be brought back until this notice goes.`, {
        label: 'Undo',
        run: () => void guarded(() => markDeleted(db, row.id, undefined)),
      });
    }),
  );
</script>

<template>
  <main class="mx-auto flex min-h-full max-w-4xl flex-col gap-6 px-6 py-8">
    <header class="flex items-center gap-3">
      <img src="/mark.svg" alt="" class="h-8 w-8" />
      <h1 class="text-xl">Sittings</h1>
      <span class="grow" />
      <LookChoice />
      <FilePick
        main
        :accept="`${PHOTO_FILES},application/zip,.zip`"
        multiple
        name="Photos for a new sitting"
        @files="openFiles"
        >Open photos…</FilePick
      >
    </header>
    <p
      class="rounded-lg border border-dashed p-5 text-center text-quiet"
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
        >Drop photos here (JPEG, PNG, TIFF, WebP, AVIF, JPEG XL, a camera’s raw file), or paste them: they
        become a new sitting. They stay in this browser, untouched. A sitting saved as a file opens here
        too.</template
      >
    </p>
    <ul v-if="rows?.length" class="flex flex-col gap-2" aria-label="Sittings">
      <SittingRow
        v-for="row in rows"
        :key="row.id"
        :row="row"
        @rename="rename(row, $event)"
        @duplicate="duplicate(row)"
        @delete="remove(row)"
      />
    </ul>
    <p v-else-if="rows" class="text-quiet">No sitting yet. Open photos to begin one.</p>
  </main>
</template>
