<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import type { Photo, Reading } from '#core/document/schema';
import { putReading } from '#core/document/commands';
import { RADIUS } from '#core/offer/drawing';
import type { Point } from '../../stores/view';

/** What lies over the picture as drawing: readings as rings, the size of the brush at the pointer. */
const props = defineProps<{ photo: Photo; hover: Point | undefined }>();
const view = useView();
const bench = useBench();
const drawing = useDrawing();
const { edit } = useBenchPhoto();

const RING = 13;
const rings = computed(() =>
  props.photo.readings
    .filter(({ areaId }) => areaId === bench.areaId)
    .map((reading) => ({
      reading,
      at: view.imageToView(reading),
      side: reading.size * view.zoom,
      letter: RUNG_NAMES[reading.rung].letter,
    })),
);
/** The size of what is drawn, for kinds that have one. */
const ringRadius = computed(() => {
  const radius = bench.editing ? drawing.settings[RADIUS.name] : undefined;
  return radius === undefined ? undefined : radius * view.zoom;
});
const removing = computed(() => !drawing.takes);

function put(reading: Reading, at: Point): void {
  const x = clamp(Math.round(at.x * 10) / 10, 0, props.photo.width);
  const y = clamp(Math.round(at.y * 10) / 10, 0, props.photo.height);
  edit('move reading', (photo) => putReading(photo, { ...reading, x, y }));
}

const listeners = useHandleDrag<Reading>({
  label: () => 'move reading',
  move: (event, reading) => {
    const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect();
    put(reading, view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top }));
  },
  nudge: (reading, { across, down }) => put(reading, { x: reading.x + across, y: reading.y + down }),
});
</script>

<template>
  <svg class="pointer-events-none absolute inset-0 h-full w-full">
    <g
      v-for="{ reading, at, side, letter } in rings"
      :key="reading.id"
      class="pointer-events-auto cursor-move"
      role="button"
      tabindex="0"
      :aria-label="`Reading ${reading.rung}; arrow keys move it`"
      :transform="`translate(${at.x} ${at.y})`"
      v-on="listeners(reading)"
    >
      <rect
        v-if="side > 6"
        :x="-side / 2"
        :y="-side / 2"
        :width="side"
        :height="side"
        fill="none"
        stroke="#fff"
        stroke-width="1"
        stroke-dasharray="3 2"
      />
      <circle :r="RING" fill="rgb(0 0 0 / 35%)" stroke="#000" stroke-width="3" />
      <circle :r="RING" fill="none" stroke="#fff" stroke-width="1.5" />
      <text text-anchor="middle" dy="4.500" fill="#fff" font-size="13" font-weight="650">{{ letter }}</text>
    </g>
    <StepHandles :photo="photo" />
    <MarkHandles />
    <g v-if="hover && ringRadius !== undefined" :transform="`translate(${hover.x} ${hover.y})`">
      <circle :r="Math.max(2, ringRadius)" fill="none" stroke="#000" stroke-width="2.5" />
      <circle :r="Math.max(2, ringRadius)" fill="none" stroke="#fff" stroke-width="1" />
      <path
        :d="removing ? 'M-4 0h8' : 'M-4 0h8M0-4v8'"
        stroke="#fff"
        stroke-width="1.5"
        style="filter: drop-shadow(0 0 1px #000)"
      />
    </g>
  </svg>
</template>
