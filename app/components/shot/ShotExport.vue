<script setup lang="ts">
import { USUAL_RATE, isFrames } from '#kinds/shot/numberedFrames';
import { DialogTitle } from '@headlessui/vue';
import type { ShotFormat } from '#workers/client';

const props = defineProps<{ work: ReturnType<typeof useShotWork> }>();
const shot = useShot();
const out = useShotExport(props.work);
const { progress, held } = out;
provideGesture(() => 'range');

const FORMATS: readonly { readonly value: ShotFormat; readonly name: string; readonly title: string }[] = [
  { value: 'webm', name: 'WebM', title: 'VP9, or AV1 where the browser encodes no VP9' },
  { value: 'mp4', name: 'MP4', title: 'H.264 where the browser encodes it' },
  { value: 'png', name: 'Numbered PNGs', title: 'Each frame as a file, without loss, in one archive' },
  { value: 'jpeg', name: 'JPEGs', title: 'The same as JPEGs of quality 95' },
  { value: 'tiff16', name: 'TIFFs', title: 'The same with 16 bits a channel' },
];
const format = ref<ShotFormat>('webm');
const masks = ref(false);
const from = ref(shot.played.from + 1);
const to = ref(shot.played.to + 1);

const count = computed(() => to.value - from.value + 1);
const reach = computed(() => ({ from: from.value - 1, to: to.value - 1 }));
/** Frames to which key frames must be followed first, as fine as it goes; none where nothing is done. */
const open = computed(() => {
  if (!masks.value && !shot.keys.some(({ plan }) => plan.some(({ on }) => on))) return 0;
  const frames = Array.from({ length: count.value }, (_, i) => reach.value.from + i);
  return frames.filter((n) => !shot.isFollowed(n, true)).length;
});
const isClip = computed(() => format.value === 'webm' || format.value === 'mp4');
/** Images say nothing of time. */
const asksRate = computed(() => isClip.value && isFrames(shot.place?.file ?? ''));
const rate = ref(USUAL_RATE);
const sound = computed(() => {
  const packed = shot.facts?.sound;
  if (!packed) return 'The shot has no sound.';
  return shot.facts!.keepsSoundAs.includes(format.value)
    ? `Sound (${packed}) is kept as it is.`
    : `Sound (${packed}) does not go into this kind of file and is left out.`;
});
/** Clips hold even sides alone. */
const size = computed(() => {
  const { width, height } = shot.facts!;
  if (!isClip.value || (width % 2 === 0 && height % 2 === 0)) return '';
  return `It is written as ${width & ~1} × ${height & ~1} pixels: clips have even sides.`;
});

async function write(): Promise<void> {
  if (open.value > 0) {
    shot.way = 'finer';
    if (!(await props.work.follow(reach.value))) return;
  }
  const timed = asksRate.value && { rate: rate.value };
  const asked = { format: format.value, masks: masks.value, reach: reach.value, ...timed };
  if (await out.write(asked)) shot.exporting = false;
}
function close(): void {
  if (progress.value === undefined && !shot.progress) shot.exporting = false;
}
</script>

<template>
  <DialogFrame panel="w-[34rem] bg-paper p-5" @close="close">
    <DialogTitle class="text-lg">Export shot</DialogTitle>
    <p class="mb-3 text-[13px] text-quiet">
      {{ shot.place?.file }}, {{ shot.facts?.width }} × {{ shot.facts?.height }}, {{ shot.count }} frames.
    </p>
    <div v-if="shot.progress" class="flex items-center gap-3">
      <span>{{ shot.progress.does }} …</span>
      <progress :value="shot.progress.share" max="1" class="h-2 grow" aria-label="Following" />
      <button class="press" @click="work.stop()">Stop</button>
    </div>
    <div v-else-if="progress !== undefined" class="flex items-center gap-3">
      <progress :value="progress" max="1" class="h-2 grow" aria-label="Export" />
      <span class="w-10 text-right tabular-nums">{{ Math.round(100 * progress) }} %</span>
      <button class="press" @click="out.hold()">{{ held ? 'Go on' : 'Hold' }}</button>
      <button class="press" @click="out.stop()">Stop</button>
    </div>
    <div v-else class="flex flex-col items-start gap-3 text-[13px]">
      <ToggleGroup v-model="format" label="As what it is written" :options="FORMATS" />
      <div class="flex items-center gap-2">
        frames
        <NumberField v-model="from" label="First frame" :min="1" :max="to" /> to
        <NumberField v-model="to" label="Last frame" :min="from" :max="shot.count" />
      </div>
      <div v-if="asksRate" class="flex items-center gap-2">
        <NumberField
          v-model="rate"
          label="Frames a second"
          :min="1"
          :max="240"
          :decimals="2"
          :reset="USUAL_RATE"
        />
        frames a second
      </div>
      <label class="flex items-center gap-2"
        ><input v-model="masks" type="checkbox" /> the coverage of areas too, a grey PNG for each frame</label
      >
      <p class="text-quiet">{{ sound }} {{ size }}</p>
      <p v-if="open > 0" role="status">
        {{ open }} of these frames are followed first{{ shot.way === 'finer' ? '' : ', finer' }}: that may
        take a while.
      </p>
      <button class="press-main" @click="write">Export {{ count }} frames</button>
    </div>
    <div v-if="progress === undefined && !shot.progress" class="mt-3 flex justify-end">
      <button class="press" @click="close">Close</button>
    </div>
  </DialogFrame>
</template>
