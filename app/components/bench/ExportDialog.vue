<script setup lang="ts">
import { DialogTitle, Tab, TabGroup, TabList, TabPanel, TabPanels } from '@headlessui/vue';
import type { Photo } from '#core/document/schema';

const props = defineProps<{ photo: Photo }>();
const bench = useBench();
const sitting = useSitting();
const { saveAsFile } = useSittingFile();
const out = useExport();
const { progress } = out;

const OUTPUTS = ['Photo', 'Masks', 'Layers', 'Colour table', 'Readings', 'Proof sheet', 'Plan', 'Sitting'];
const lutSize = ref<17 | 33 | 65>(33);
const lutArea = ref<string>('');

const photos = computed(() => sitting.document?.photos ?? []);
const steps = computed(() => {
  const count = props.photo.plan.filter(({ on }) => on).length;
  return count === 0 ? 'no steps: it is exported as it is' : `${count} ${count === 1 ? 'step' : 'steps'}`;
});

async function closeAfter(written: Promise<boolean>): Promise<void> {
  if (await written) bench.exporting = false;
}
async function saveSitting(): Promise<void> {
  await saveAsFile();
  bench.exporting = false;
}
function close(): void {
  if (progress.value === undefined) bench.exporting = false;
}
</script>

<template>
  <DialogFrame panel="w-[42rem] bg-paper p-5" @close="close">
    <DialogTitle class="text-lg">Export</DialogTitle>
    <p class="mb-3 text-[13px] text-quiet">
      {{ photo.file }}, {{ photo.width }} × {{ photo.height }}, with {{ steps }}.
    </p>
    <div v-if="progress !== undefined" class="flex items-center gap-3">
      <progress :value="progress" max="1" class="h-2 grow" aria-label="Export" />
      <span class="w-10 text-right tabular-nums">{{ Math.round(100 * progress) }} %</span>
      <button class="press" @click="out.stop()">Stop</button>
    </div>
    <TabGroup v-else vertical as="div" class="flex gap-5">
      <TabList class="flex w-32 shrink-0 flex-col items-stretch gap-0.5">
        <Tab v-for="name in OUTPUTS" :key="name" v-slot="{ selected }" as="template">
          <button
            class="rounded px-2 py-1 text-left"
            :class="selected ? 'bg-raised font-semibold' : 'text-quiet hover:text-ink'"
          >
            {{ name }}
          </button>
        </Tab>
      </TabList>
      <TabPanels class="min-h-72 grow">
        <TabPanel class="flex h-full flex-col gap-3">
          <ExportPicture
            :photo="photo"
            :photos="photos"
            @one="(as, pattern) => closeAfter(out.exportPicture(photo, as, pattern))"
            @all="(as, pattern) => closeAfter(out.exportAll(photos, as, pattern))"
          />
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p v-if="photo.areas.length === 0">There are no areas yet. Press Find, or draw one.</p>
          <template v-else>
            <p>The coverage of each of {{ photo.areas.length }} areas as a grey PNG, in one archive.</p>
            <button class="press-main" @click="closeAfter(out.exportMasks(photo))">Export masks</button>
          </template>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p>
            The photo as it was, above it what each step made of its area, and the areas’ coverage as hidden
            layers, in OpenRaster: for painting programs. 8 bits, sRGB.
          </p>
          <button class="press-main" @click="closeAfter(out.exportLayers(photo))">Export layers</button>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p>
            What the plan does to colours wherever they stand, as a .cube table. Steps that stand on parts, or
            that look at places, cannot be in it.
          </p>
          <ToggleGroup
            :model-value="String(lutSize)"
            label="Colours along an edge"
            :options="['17', '33', '65'].map((value) => ({ value, name: value }))"
            @update:model-value="lutSize = Number($event) as 17 | 33 | 65"
          />
          <label class="flex items-center gap-2"
            >with the steps on
            <select v-model="lutArea" class="field">
              <option value="">the whole picture alone</option>
              <option v-for="area in photo.areas" :key="area.id" :value="area.id">{{ area.name }} too</option>
            </select></label
          >
          <button class="press-main" @click="closeAfter(out.exportLut(photo, lutSize, lutArea || null))">
            Export table
          </button>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p v-if="photo.readings.length === 0">
            There are no readings yet. Choose a part and press “Place readings”.
          </p>
          <template v-else>
            <p>{{ photo.readings.length }} readings with their numbers, before and after.</p>
            <div class="flex gap-2">
              <button class="press-main" @click="closeAfter(out.exportReadings(photo, 'csv'))">
                For a spreadsheet
              </button>
              <button class="press" @click="closeAfter(out.exportReadings(photo, 'txt'))">
                As CGATS text
              </button>
            </div>
          </template>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p>Before and after, readings and the plan in sentences, on a page that prints on A4.</p>
          <button class="press-main" @click="closeAfter(out.exportProofSheet(photo))">
            Export proof sheet
          </button>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p>The steps and areas as a file, for the command line and for other photos.</p>
          <button class="press-main" @click="closeAfter(out.exportPlan(photo))">Export plan</button>
        </TabPanel>
        <TabPanel class="flex flex-col items-start gap-3">
          <p>The whole sitting with its photos as one file, to keep or to open elsewhere.</p>
          <button class="press-main" @click="saveSitting">Save sitting</button>
        </TabPanel>
      </TabPanels>
    </TabGroup>
    <div v-if="progress === undefined" class="mt-3 flex justify-end">
      <button class="press" @click="close">Close</button>
    </div>
  </DialogFrame>
</template>
