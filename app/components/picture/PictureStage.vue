<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core';
import type { Photo } from '#core/document/schema';
import type { CoverageLook, Survey } from '#workers/client';

const props = defineProps<{ photo: Photo; ready: boolean; opening: string | undefined }>();
const emit = defineEmits<{ survey: [survey: Survey | undefined] }>();

/** The hatch is blue-green: skin, lips and hair of no sitter are. */
const LOOKS_OF_OVERLAY: Readonly<Record<'hatch' | 'grey', CoverageLook>> = { hatch: { style: 'hatch', rgb: [0, 96, 112] }, grey: { style: 'grey' } };

const view = useView(), bench = useBench();
const { area } = useBenchPhoto();
const stage = useTemplateRef<HTMLElement>('stage'), canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { cursor, hover, handlers } = usePicturePointers(stage);

const region = computed(() => visibleRegion(view, props.photo));
const showsBefore = computed(() => bench.holdingBefore || bench.split !== undefined);
const look = computed(() => (bench.overlay === 'none' || bench.holdingBefore ? undefined : bench.overlay === 'hatch' && !bench.editing ? undefined : LOOKS_OF_OVERLAY[bench.overlay]));
const { base, after, before, overlay, survey, busy } = useFrames(() => ({
  photo: props.ready ? props.photo : undefined, region: region.value, before: showsBefore.value, areaId: area.value?.id, look: look.value,
}));
watch(survey, (now) => emit('survey', now));

useResizeObserver(stage, ([entry]) => entry && view.resize(entry.contentRect));
watch(() => [base.value, after.value, before.value, overlay.value, view.left, view.top, view.zoom, view.width, view.height, view.devicePixels, bench.split, bench.holdingBefore], drawSoon);

let asked = 0;
function drawSoon(): void {
  asked ||= requestAnimationFrame(draw);
}

function draw(): void {
  asked = 0;
  // Drawn by the processor: pieces are copied one to one, and a software rasteriser in place of a GPU takes many times as long.
  const surface = canvas.value, context = surface?.getContext('2d', { alpha: true, willReadFrequently: true });
  if (!surface || !context) return;
  const width = Math.max(1, Math.round(view.width * view.devicePixels)), height = Math.max(1, Math.round(view.height * view.devicePixels));
  if (surface.width !== width) surface.width = width;
  if (surface.height !== height) surface.height = height;
  const beforeUpTo = bench.holdingBefore ? Infinity : bench.split === undefined ? 0 : Math.round(bench.split * width);
  drawFrames(context, { base: base.value, after: after.value, before: before.value, overlay: overlay.value }, view, beforeUpTo);
}

const state = computed(() => (props.opening ? `Opening ${props.opening} …` : busy.value ? 'Computing …' : undefined));
</script>

<template>
  <div
    ref="stage" class="relative min-h-0 grow touch-none overflow-hidden" data-testid="stage" tabindex="0" aria-label="The photo. Wheel zooms, dragging moves it."
    :style="{ backgroundColor: SURROUNDS[view.surround], cursor }" :data-ready="ready && !busy && after?.key ? after.key : undefined" :data-frame="after?.key" :data-overlay="overlay?.key" v-on="handlers"
  >
    <canvas ref="canvas" class="absolute inset-0 h-full w-full" :aria-label="`The photo ${photo.file}`" />
    <PictureMarks :photo="photo" :hover="hover" />
    <SplitLine v-if="bench.split !== undefined" />
    <MarkBar v-if="bench.tool !== 'look'" />
    <p v-if="state" role="status" class="pointer-events-none absolute bottom-3 left-3 rounded bg-raised px-2 py-1 text-[13px]">{{ state }}</p>
    <p v-if="bench.holdingBefore" class="pointer-events-none absolute left-3 top-3 rounded bg-raised px-2 py-1 text-[13px]">As it was</p>
  </div>
  <PictureFoot />
</template>
