<script setup lang="ts">
import { Dialog, DialogPanel, DialogTitle } from '@headlessui/vue';
import type { Photo } from '#core/document/schema';
import { CancelledError } from '#core/errors';
import { saveBlob } from '../../storage/saveBlob';

const props = defineProps<{ photo: Photo }>();
const bench = useBench();
const notices = useNotices();
const workers = useWorkers();

const format = ref<'jpeg' | 'png'>('jpeg');
const quality = ref(92);
const progress = ref<number>();
let stop: AbortController | undefined;

async function run(work: (signal: AbortSignal) => Promise<void>): Promise<void> {
  stop = new AbortController();
  progress.value = 0;
  try {
    await work(stop.signal);
    bench.exporting = false;
  } catch (error) {
    if (error instanceof CancelledError) notices.say('Export stopped; nothing was written.');
    else notices.problem(error);
  } finally {
    progress.value = undefined;
  }
}

const { saveAsFile } = useSittingFile();

const steps = computed(() => {
  const count = props.photo.plan.filter(({ on }) => on).length;
  return count === 0 ? 'no steps: it is exported as it is' : `${count} ${count === 1 ? 'step' : 'steps'}`;
});
const stem = computed(() => props.photo.file.replace(/\.[^.]+$/, ''));

const exportPicture = () =>
  run(async (signal) => {
    await workers.areas(props.photo, 'export');
    const plan = await workers.analyst.plan(props.photo);
    const blob = await workers.exportPhoto(plan, props.photo, {
      type: `image/${format.value}`,
      quality: quality.value / 100,
      signal,
      onProgress: (share) => (progress.value = share),
    });
    saveBlob(blob, `${stem.value}-even.${format.value === 'jpeg' ? 'jpg' : 'png'}`);
    notices.say(
      `Exported ${stem.value}-even.${format.value === 'jpeg' ? 'jpg' : 'png'}, ${props.photo.width} × ${props.photo.height}.`,
    );
  });

const exportPlan = () =>
  run(async () => {
    const plan = await workers.analyst.planFile(props.photo);
    saveBlob(new Blob([JSON.stringify(plan)], { type: 'application/json' }), `${stem.value}-plan.json`);
    notices.say(`Exported ${stem.value}-plan.json with ${props.photo.areas.length} areas.`);
  });

const exportSitting = () => run(() => saveAsFile());

function close(): void {
  if (progress.value === undefined) bench.exporting = false;
}
</script>

<template>
  <Dialog open class="relative z-40" @close="close">
    <div class="fixed inset-0 bg-black/30" aria-hidden="true" />
    <div class="fixed inset-0 flex items-center justify-center p-6">
      <DialogPanel class="w-[31rem] rounded-xl border border-line bg-paper p-5">
        <DialogTitle class="text-lg">Export</DialogTitle>
        <p class="mb-3 text-[13px] text-quiet">
          {{ photo.file }}, {{ photo.width }} × {{ photo.height }}, with {{ steps }}.
        </p>
        <div v-if="progress !== undefined" class="flex items-center gap-3">
          <progress :value="progress" max="1" class="h-2 grow" aria-label="Export" />
          <span class="w-10 text-right tabular-nums">{{ Math.round(100 * progress) }} %</span>
          <button class="press" @click="stop?.abort()">Stop</button>
        </div>
        <template v-else>
          <fieldset class="mb-4 flex items-center gap-4">
            <legend class="sr-only">File</legend>
            <label class="flex items-center gap-1.5"
              ><input v-model="format" type="radio" value="jpeg" class="accent-(--accent)" /> JPEG</label
            >
            <label class="flex items-center gap-1.5"
              ><input v-model="format" type="radio" value="png" class="accent-(--accent)" /> PNG</label
            >
            <label v-if="format === 'jpeg'" class="ml-auto"
              >quality <NumberField v-model="quality" label="JPEG quality" :min="1" :max="100" :reset="92"
            /></label>
          </fieldset>
          <div class="flex gap-2 whitespace-nowrap">
            <button class="press-main" @click="exportPicture">Export photo</button>
            <button
              class="press"
              title="The steps and areas as a file, for the command line"
              @click="exportPlan"
            >
              Export plan
            </button>
            <button
              class="press"
              title="The whole sitting with its photos as one file, to keep or to open elsewhere"
              @click="exportSitting"
            >
              Save sitting
            </button>
            <span class="grow" />
            <button class="press" @click="close">Close</button>
          </div>
        </template>
      </DialogPanel>
    </div>
  </Dialog>
</template>
