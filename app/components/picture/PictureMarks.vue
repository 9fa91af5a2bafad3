<script setup lang="ts">
import type { Photo, Reading } from '#core/document/schema';
import { putReading } from '#core/document/commands';
import type { Point } from '../../stores/view';

/** What lies over the picture as drawing: readings as rings, the size of the brush at the pointer. */
const props = defineProps<{ photo: Photo; hover: Point | undefined }>();
const view = useView();
const bench = useBench();
const sitting = useSitting();
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
const brushRadius = computed(() =>
  bench.tool === 'brush' || bench.tool === 'edge-stroke' || bench.tool === 'strand-sweep'
    ? bench.radius * view.zoom
    : undefined,
);
const removing = computed(() => !bench.takes);

function put(reading: Reading, at: Point): void {
  const x = Math.min(props.photo.width, Math.max(0, Math.round(at.x * 10) / 10));
  const y = Math.min(props.photo.height, Math.max(0, Math.round(at.y * 10) / 10));
  edit('move reading', (photo) => putReading(photo, { ...reading, x, y }));
}

function grab(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  sitting.beginGesture('move reading');
}

function drag(event: PointerEvent, reading: Reading): void {
  const ring = event.currentTarget as SVGElement;
  if (!ring.hasPointerCapture(event.pointerId)) return;
  const box = ring.ownerSVGElement!.getBoundingClientRect();
  put(reading, view.viewToImage({ x: event.clientX - box.left, y: event.clientY - box.top }));
}

function nudge(reading: Reading, across: number, down: number, event: KeyboardEvent): void {
  const pixels = event.shiftKey ? 10 : 1;
  put(reading, { x: reading.x + across * pixels, y: reading.y + down * pixels });
}
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
      @pointerdown.stop="grab"
      @pointermove.stop="drag($event, reading)"
      @pointerup.stop="sitting.endGesture()"
      @pointercancel="sitting.cancelGesture()"
      @keydown.left.prevent="nudge(reading, -1, 0, $event)"
      @keydown.right.prevent="nudge(reading, 1, 0, $event)"
      @keydown.up.prevent="nudge(reading, 0, -1, $event)"
      @keydown.down.prevent="nudge(reading, 0, 1, $event)"
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
    <MarkHandles />
    <g v-if="hover && brushRadius !== undefined" :transform="`translate(${hover.x} ${hover.y})`">
      <circle :r="Math.max(2, brushRadius)" fill="none" stroke="#000" stroke-width="2.5" />
      <circle :r="Math.max(2, brushRadius)" fill="none" stroke="#fff" stroke-width="1" />
      <path
        :d="removing ? 'M-4 0h8' : 'M-4 0h8M0-4v8'"
        stroke="#fff"
        stroke-width="1.5"
        style="filter: drop-shadow(0 0 1px #000)"
      />
    </g>
  </svg>
</template>
