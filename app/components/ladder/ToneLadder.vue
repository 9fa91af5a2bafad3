<script setup lang="ts">
import { SKIN_CORRIDOR } from '#core/measure/corridor';
import type { Ladder, LadderRung } from '#core/measure/ladder';
import { LADDER_ROWS } from '#core/measure/ladder';
import type { Part, Rung } from '#core/document/schema';

/** A part's hue over its lightness, before hollow and after filled; rungs are dragged to their targets. */
const props = defineProps<{
  ladder: { readonly before: Ladder; readonly after: Ladder };
  part: Part;
  targets: Readonly<Record<Rung, number | null>> | undefined;
  /** whether steps lie between before and after */
  changed: boolean;
}>();
const emit = defineEmits<{ target: [rung: Rung, hueDegrees: number]; start: []; end: [] }>();

const SIZE = { width: 304, height: 200 };
const LABEL_GAP = 22;
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const skin = computed(() => isSkin(props.part));
const scale = computed(() => ladderScale(SIZE, skin.value, [...props.ladder.before.rungs, ...props.ladder.after.rungs].flatMap(({ hsvHueDegrees }) => hsvHueDegrees ?? []), lightnessOf(props.ladder.before)));
const rungs = computed(() => {
  const coloured = props.ladder.before.rungs.filter((rung): rung is LadderRung & { hsvHueDegrees: number } => rung.hsvHueDegrees !== undefined);
  const labels = spreadPlaces(coloured.map((rung) => ladderY(scale.value, rung.lightness)), LABEL_GAP);
  return coloured.map((rung, place) => {
    const target = props.targets?.[rung.rung] ?? undefined;
    return { ...rung, target, y: ladderY(scale.value, rung.lightness), labelY: labels[place]!, nowX: ladderX(scale.value, rung.hsvHueDegrees), targetX: ladderX(scale.value, target ?? rung.hsvHueDegrees) };
  });
});
const corridor = computed(() => {
  const places = rungs.value.toSorted((p, q) => p.y - q.y);
  if (!skin.value || places.length === 0) return undefined;
  const edge = (side: 'from' | 'to') => {
    const points = places.map(({ rung, y }) => [ladderX(scale.value, SKIN_CORRIDOR[rung][side]), y] as const);
    return [[points[0]![0], 0], ...points, [points.at(-1)![0], SIZE.height]] as const;
  };
  const line = (points: readonly (readonly [number, number])[]) => points.map((point) => point.join(' ')).join('L');
  return { from: `M${line(edge('from'))}`, to: `M${line(edge('to'))}`, field: `M${line(edge('from'))}L${line(edge('to').toReversed())}Z` };
});

/** The lightness that the part holds, L*. */
function lightnessOf({ trend }: Ladder): readonly [number, number] {
  const rows = [...trend.keys()].filter((row) => !Number.isNaN(trend[row]!)), step = 100 / LADDER_ROWS;
  return rows.length > 0 ? [rows[0]! * step, (rows.at(-1)! + 1) * step] : [20, 80];
}

function trendPath({ trend }: Ladder): string {
  let path = '', pen = 'M';
  trend.forEach((hue, row) => {
    if (Number.isNaN(hue)) pen = 'M';
    else {
      path += `${pen}${ladderX(scale.value, hue)} ${ladderY(scale.value, (row + 0.5) * (100 / LADDER_ROWS))}`;
      pen = 'L';
    }
  });
  return path;
}

watchEffect(() => {
  const surface = canvas.value, context = surface?.getContext('2d');
  if (!surface || !context) return;
  const sharp = window.devicePixelRatio || 1;
  surface.width = SIZE.width * sharp;
  surface.height = SIZE.height * sharp;
  context.scale(sharp, sharp);
  drawLadderGround(context, scale.value);
  drawGrain(context, scale.value, props.ladder.before, props.changed);
  if (props.changed) drawGrain(context, scale.value, props.ladder.after, false);
}, { flush: 'post' });

function grab(event: PointerEvent): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  emit('start');
}

function drag(event: PointerEvent, rung: Rung): void {
  const handle = event.currentTarget as SVGElement;
  if (!handle.hasPointerCapture(event.pointerId)) return;
  const box = handle.ownerSVGElement!.getBoundingClientRect();
  emit('target', rung, ladderHueAt(scale.value, ((event.clientX - box.left) / box.width) * SIZE.width));
}

function nudge(event: KeyboardEvent, rung: Rung, now: number, direction: number): void {
  emit('target', rung, (now + direction * (event.shiftKey ? 5 : event.altKey ? 0.1 : 1) + 360) % 360);
}
</script>

<template>
  <figure class="relative" :style="{ paddingBottom: '22px' }">
    <canvas ref="canvas" class="absolute left-0 top-0 rounded" :style="{ width: `${SIZE.width}px`, height: `${SIZE.height}px` }" />
    <svg :width="SIZE.width" :height="SIZE.height" class="relative overflow-visible" role="group" aria-label="Tone ladder: hue across, lightness upward">
      <template v-if="corridor">
        <path :d="corridor.field" fill="rgb(255 255 255 / 34%)" />
        <path :d="corridor.from" fill="none" stroke="#111" stroke-width="1.4" /><path :d="corridor.to" fill="none" stroke="#111" stroke-width="1.4" />
      </template>
      <path :d="trendPath(ladder.before)" fill="none" stroke="#333" stroke-width="1.4" :stroke-dasharray="changed ? '3 2' : undefined" />
      <path v-if="changed" :d="trendPath(ladder.after)" fill="none" stroke="#000" stroke-width="1.8" />
      <g v-for="rung in rungs" :key="rung.rung">
        <path :d="`M${rung.nowX} ${rung.y}L${rung.targetX} ${rung.labelY}`" stroke="#111" stroke-width="1.2" />
        <circle :cx="rung.nowX" :cy="rung.y" r="4.5" fill="#fff" stroke="#111" stroke-width="1.4" />
        <g
          class="ladder-handle cursor-ew-resize touch-none" role="slider" tabindex="0" :aria-label="`Target hue of the ${rung.rung}`" :aria-valuenow="Math.round(rung.target ?? rung.hsvHueDegrees)" aria-valuemin="0" aria-valuemax="360"
          :transform="`translate(${rung.targetX} ${rung.labelY})`" @pointerdown="grab" @pointermove="drag($event, rung.rung)" @pointerup="emit('end')" @pointercancel="emit('end')"
          @keydown.left.prevent="nudge($event, rung.rung, rung.target ?? rung.hsvHueDegrees, -1)" @keydown.right.prevent="nudge($event, rung.rung, rung.target ?? rung.hsvHueDegrees, 1)"
        >
          <rect x="-23" y="-10" width="46" height="20" rx="10" :fill="rung.target === undefined ? '#fff' : '#111'" stroke="#111" />
          <text text-anchor="middle" dy="4.5" font-size="12.5" font-weight="650" :fill="rung.target === undefined ? '#111' : '#fff'">{{ RUNG_NAMES[rung.rung].letter }} {{ (rung.target ?? rung.hsvHueDegrees).toFixed(0) }}°</text>
        </g>
      </g>
      <g font-size="11.5" fill="var(--quiet)" text-anchor="middle">
        <text v-for="tick in ladderTicks(scale)" :key="tick" :x="Math.min(SIZE.width - 10, Math.max(8, ladderX(scale, tick)))" :y="SIZE.height + 15">{{ (tick + 360) % 360 }}°</text>
      </g>
      <template v-if="skin"><text x="5" :y="SIZE.height - 6" font-size="11.5" fill="#111">redder</text><text :x="SIZE.width - 5" :y="SIZE.height - 6" font-size="11.5" text-anchor="end" fill="#111">greener</text></template>
    </svg>
  </figure>
</template>

<style scoped>
.ladder-handle:focus-visible { outline: none; }
.ladder-handle:focus-visible rect { stroke: var(--accent); stroke-width: 3; }
</style>
