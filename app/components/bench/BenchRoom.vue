<script setup lang="ts">
import type { Survey } from '#workers/client';

/** The bench: map and plan on the left, the picture, the part in hand on the right. */
const sitting = useSitting();
const bench = useBench();
const questions = useQuestions();
const shot = useShot();
provideGesture(() => 'change');
const notices = useNotices();
const { photo, area } = useBenchPhoto();
const { ready, opening } = useOpenPhoto(photo);
const { importing, importFiles } = useImport();
const { over, folder } = usePhotoDrop(addPhotos);
const survey = shallowRef<Survey>();
const { find, prepareFind } = useFind();
useResults(photo, survey);
const { stacked, widthOf, isOpen } = useColumns();
useBenchKeys();

async function addPhotos(files: readonly File[]): Promise<void> {
  const photos = await importFiles(files, sitting.document?.photos ?? []);
  if (photos.length === 0) return;
  sitting.change(photos.length === 1 ? 'add photo' : `add ${photos.length} photos`, (document) => ({
    ...document,
    photos: [...document.photos, ...photos],
  }));
  bench.choosePhoto(photos[0]!.id);
}

// Undo can take away what is chosen.
watch(
  () => sitting.document?.photos,
  (photos, before) => {
    const lost = before?.find(({ id }) => id === bench.photoId);
    // A key frame that is gone leaves the shot in hand.
    const same = photos?.find(({ frame }) => frame && frame.clip === lost?.frame?.clip);
    if (!photos?.some(({ id }) => id === bench.photoId)) bench.choosePhoto((same ?? photos?.[0])?.id);
    else if (bench.areaId && !area.value) bench.chooseFormer(photo.value?.areas.map(({ id }) => id) ?? []);
  },
);
// Finding people as soon as a photo is open, for those who want it.
watch(ready, (id) => {
  if (id && bench.findsOnOpen && photo.value?.areas.length === 0) void find();
});
// The picture stands and its readings too: nothing else waits for the processor.
watch(survey, (measured) => measured && photo.value?.areas.length === 0 && prepareFind());
watch(importing, (now) => now && notices.say(`Opening ${now.file} (${now.done + 1} of ${now.of}) …`));
const sized = (side: ColumnSide) => (stacked.value ? {} : { width: `${widthOf(side)}px` });
</script>

<template>
  <div
    class="flex min-h-0 grow"
    :class="stacked ? 'flex-wrap content-start overflow-y-auto [&>aside]:h-auto [&>aside]:w-1/2' : ''"
  >
    <MapColumn v-show="isOpen('left')" :survey="survey" :ready="ready === photo?.id" :style="sized('left')" />
    <ColumnEdge v-if="!stacked" side="left" />
    <section
      class="relative flex min-w-0 grow flex-col"
      :class="stacked ? '-order-1 h-[max(20rem,52%)] w-full' : ''"
      aria-label="Picture"
    >
      <PictureStage
        v-if="photo"
        :photo="photo"
        :ready="ready === photo.id"
        :opening="opening"
        @survey="survey = $event"
      />
      <ShotStrip v-if="shot.clip" :key="shot.clip" />
      <div v-if="!photo" class="flex grow items-center justify-center bg-[#777] p-4 text-center text-white">
        Drop a photo here to begin (JPEG, PNG, TIFF, WebP, AVIF, JPEG XL, a camera’s raw file, a clip as WebM,
        MP4 or MOV), or press Photos above.
      </div>
      <div
        v-if="over"
        class="pointer-events-none absolute inset-3 z-20 flex items-center justify-center rounded-lg border-2 border-dashed border-accent bg-raised/80 text-lg"
      >
        Let go to add the photos to this sitting
      </div>
    </section>
    <ColumnEdge v-if="!stacked" side="right" />
    <PartColumn v-show="isOpen('right')" :survey="survey" :style="sized('right')" />
    <PhotosSheet v-if="bench.showingPhotos" @photos="addPhotos" />
    <ExportDialog v-if="photo && bench.exporting" :photo="photo" />
    <BorrowDialog v-if="photo && questions.open?.is === 'lend'" :photo="photo" />
    <VersionsDialog v-if="photo && questions.open?.is === 'version'" :photo="photo" :survey="survey" />
    <PresetsDialog v-if="photo && bench.showingPresets" :photo="photo" :survey="survey" />
    <DroppedFolder v-if="folder" :folder="folder" @files="addPhotos" @close="folder = undefined" />
    <KeysDialog />
    <ActionMenu />
    <HandNumber />
    <HistoryDialog v-if="bench.showingHistory" />
  </div>
</template>
