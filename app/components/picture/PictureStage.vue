<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core';
import type { Photo } from '#core/document/schema';
import { areaOfPlace } from '#kinds/people/places';
import type { CoverageLook, Survey } from '#workers/client';

const props = defineProps<{ photo: Photo; ready: boolean; opening: string | undefined }>();
const emit = defineEmits<{ survey: [survey: Survey | undefined] }>();

const view = useView();
const bench = useBench();
const seeing = useSeeing();
const sitting = useSitting();
const workers = useWorkers();
const { area } = useBenchPhoto();
const stage = useTemplateRef<HTMLElement>('stage');
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const { cursor, hover, handlers } = usePicturePointers(stage, (at) => void openMenu(at));

const region = computed(() => visibleRegion(view, props.photo));
const showsBefore = computed(() => seeing.holdingBefore || seeing.split !== undefined || seeing.beside);
/** What is dimmed goes to black. */
function lookOf(style: CoverageLook['style']): CoverageLook {
  if (style === 'dimmed') return { style, rgb: [0, 0, 0] };
  if (style !== 'ground') return { style, rgb: seeing.lineColour };
  const encoded = [1, 3, 5].map((at) => Number.parseInt(seeing.groundColour.slice(at, at + 2), 16));
  return { style, rgb: encoded as unknown as CoverageLook['rgb'] };
}

/** A doubtful place that is asked about, as an area beside the photo's own. */
const place = computed(() => area.value && bench.placeId && areaOfPlace(area.value, bench.placeId));
const framed = computed(() => {
  const seen = seeing.seen(props.photo);
  return place.value ? { ...seen, areas: [...seen.areas, place.value] } : seen;
});
/**
 * A place that is asked about and a part that is pointed at show their extent; otherwise the chosen one as the user
 * likes to see it.
 */
const shownId = computed(() => bench.pointedId ?? (place.value || area.value)?.id);
const look = computed(() => {
  if (seeing.holdingBefore) return undefined;
  if (place.value && !bench.pointedId) return lookOf('crossed');
  if (bench.pointedId) return lookOf('hatch');
  return seeing.overlay === 'none' || (seeing.overlay === 'hatch' && !bench.editing)
    ? undefined
    : lookOf(seeing.overlay);
});
const {
  base,
  after,
  before,
  overlay,
  map,
  clippedShares,
  changeSums,
  survey,
  measuring,
  busy,
  slow,
  resting,
  restart,
} = useFrames(() => ({
  photo: props.ready ? framed.value : undefined,
  region: region.value,
  before: showsBefore.value,
  beforeStepId: seeing.beforeStepId,
  areaId: area.value?.id,
  shownId: shownId.value,
  look: look.value,
  map: seeing.holdingBefore ? undefined : seeing.map,
  drawing: sitting.inGesture && bench.editing,
}));
watch(survey, (now) => emit('survey', now));
watch(measuring, (now) => (bench.measuring = now));
const standIn = useStandIn(() => props.photo, base);
const { seen: seenPeople, forgetSeen } = useFind();
/** While people are looked for, what is known of them takes the place of the extent. */
const lines = computed(() => seenPeople.value?.frame ?? overlay.value);
// What was drawn of another photo is gone.
watch(() => props.photo.id, forgetSeen);

/** of the stage, CSS pixels; the picture has half of it while before stands beside it */
const room = ref({ width: 0, height: 0 });
useResizeObserver(stage, ([entry]) => {
  if (entry) room.value = { width: entry.contentRect.width, height: entry.contentRect.height };
});
watch([room, () => seeing.beside], ([{ width, height }, beside]) =>
  view.resize({ width: beside ? width / 2 : width, height }),
);

const named = usePartName(
  () => (props.ready ? props.photo : undefined),
  () => hover.value,
);
const { openMenu } = usePictureMenu(() => (props.ready ? framed.value : undefined));
/** A place that is not followed by the pointer is walked to by keys: the middle of the view. */
const middle = computed(() => ({ x: view.width / 2, y: view.height / 2 }));
const spoken = usePlaceWords(
  () => (props.ready ? framed.value : undefined),
  () => (seeing.crosshair ? (hover.value ?? middle.value) : undefined),
);

const { canvases } = usePainter(canvas, room, {
  layers: [
    ['base', standIn],
    ['base', base],
    ['after', after],
    ['before', before],
    ['overlay', lines],
    ['map', map],
  ],
  restart,
});

/** What takes too long is given up, and what asked for it is taken back. */
function giveUp(): void {
  sitting.undo();
  workers.restart();
}

const state = computed(() => {
  if (props.opening) return `Opening ${props.opening} …`;
  return busy.value ? 'Computing …' : undefined;
});
</script>

<template>
  <div
    ref="stage"
    class="relative min-h-0 grow touch-none overflow-hidden"
    data-testid="stage"
    tabindex="0"
    role="application"
    aria-label="The photo. Wheel zooms, dragging or the arrow keys move it, the menu key says what can be done."
    aria-keyshortcuts="ArrowLeft ArrowRight ArrowUp ArrowDown ContextMenu"
    :style="{ backgroundColor: SURROUNDS[view.surround], cursor }"
    :data-ready="ready && resting && after?.key ? after.key : undefined"
    :data-frame="after?.key"
    :data-drawn-by="after?.pieces[0]?.drawnBy"
    :data-small="standIn?.key"
    :data-overlay="lines?.key"
    :data-view="`${view.left} ${view.top} ${view.zoom}`"
    v-on="handlers"
  >
    <canvas
      ref="canvas"
      :key="canvases"
      class="absolute inset-0 h-full w-full"
      :aria-label="`The photo ${photo.file}`"
    />
    <PictureMarks :photo="photo" :hover="hover" />
    <LoupeDisc v-if="ready && seeing.loupe && hover" :photo="framed" :at="hover" />
    <SplitLine v-if="seeing.split !== undefined" />
    <MarkBar v-if="bench.tool !== 'look'" />
    <PlaceLabel
      v-if="(hover || seeing.crosshair) && !seeing.holdingBefore"
      :at="hover ?? middle"
      :name="named"
      :words="spoken"
    />
    <WhereMap v-if="ready && !view.fitted" :photo="photo" />
    <p
      v-if="state"
      role="status"
      class="absolute bottom-3 left-3 flex items-center gap-2 rounded bg-raised px-2 py-1 text-[13px]"
      :class="slow ? '' : 'pointer-events-none'"
    >
      {{ state }}
      <button v-if="slow" class="press" @pointerdown.stop @pointerup.stop @click="giveUp">
        {{ sitting.undoLabel ? `Stop, and undo “${sitting.undoLabel}”` : 'Stop' }}
      </button>
    </p>
    <BeforeChoice
      v-if="seeing.split !== undefined || seeing.beside || seeing.map === 'change'"
      :photo="photo"
    />
    <template v-if="seeing.beside">
      <span class="pointer-events-none absolute left-1/2 top-0 h-full w-px bg-black/60" />
      <span class="pointer-events-none absolute left-2 top-2 rounded bg-raised px-1.5 text-[12px]"
        >after</span
      >
      <span class="pointer-events-none absolute right-2 top-2 rounded bg-raised px-1.5 text-[12px]"
        >before</span
      >
    </template>
    <ChangeLegend
      v-if="seeing.map === 'change' && changeSums"
      :sums="changeSums"
      :photo="photo"
      :hover="hover"
    />
    <ClippedLegend v-if="seeing.map === 'clipping' && clippedShares" :shares="clippedShares" />
    <p
      v-if="seeing.holdingBefore"
      class="pointer-events-none absolute left-3 top-3 rounded bg-raised px-2 py-1 text-[13px]"
    >
      As it was
    </p>
    <div id="stage-over" />
  </div>
  <PictureFoot />
</template>
