<script setup lang="ts">
import { hsvSaturationOfSrgbLinear } from '#core/colour/hueSolve';
import type { Corridor } from '#core/measure/corridor';
import type { Ladder, LadderRung } from '#core/measure/ladder';
import { LADDER_ROWS } from '#core/measure/ladder';
import { ladderSpread } from '#core/measure/ladderSpread';
import type { Part, Rung } from '#core/document/schema';

/** A part's hue or saturation over its lightness, before hollow and after filled; rungs are dragged to their targets, the grain's width to evenness. */
const props = defineProps<{
  ladder: { readonly before: Ladder; readonly after: Ladder };
  part: Part;
  quantity: LadderQuantity;
  corridor: Corridor;
  targets: Readonly<Record<Rung, number | null>> | undefined;
  /** how far the quantity is evened, 0..1 */
  evenness: number;
  /** whether steps lie between before and after */
  changed: boolean;
}>();
const emit = defineEmits<{
  target: [rung: Rung, value: number];
  evenness: [share: number];
  start: [label: string];
  end: [];
}>();

const SIZE = { width: 304, height: 200 };
const LABEL_GAP = 22;
const canvas = useTemplateRef<HTMLCanvasElement>('canvas');
const skin = computed(() => isSkin(props.part));
const unit = computed(() => (props.quantity === 'hue' ? '°' : ' %'));
function valueOf({ hsvHueDegrees, srgbLinear }: LadderRung): number | undefined {
  if (hsvHueDegrees === undefined || props.quantity === 'hue') return hsvHueDegrees;
  return 100 * hsvSaturationOfSrgbLinear(srgbLinear);
}
const shares = (ladder: Ladder) => (props.quantity === 'hue' ? ladder : ladder.saturation);
const scale = computed(() =>
  ladderScale(
    props.quantity,
    SIZE,
    skin.value,
    [...props.ladder.before.rungs, ...props.ladder.after.rungs].flatMap((rung) => valueOf(rung) ?? []),
    lightnessOf(props.ladder.before),
  ),
);
const rungs = computed(() => {
  const coloured = props.ladder.before.rungs.flatMap((rung) => {
    const now = valueOf(rung);
    return now === undefined ? [] : [{ ...rung, now }];
  });
  const labels = spreadPlaces(
    coloured.map((rung) => ladderY(scale.value, rung.lightness)),
    LABEL_GAP,
  );
  return coloured.map((rung, place) => {
    const target = props.targets?.[rung.rung] ?? undefined;
    return {
      ...rung,
      target,
      y: ladderY(scale.value, rung.lightness),
      labelY: labels[place]!,
      nowX: ladderX(scale.value, rung.now),
      targetX: ladderX(scale.value, target ?? rung.now),
    };
  });
});
const corridor = computed(() => {
  const places = rungs.value.toSorted((p, q) => p.y - q.y);
  if (!skin.value || props.quantity !== 'hue' || places.length === 0) return undefined;
  const edge = (side: 'from' | 'to') => {
    const points = places.map(
      ({ rung, y }) => [ladderX(scale.value, props.corridor[rung][side]), y] as const,
    );
    return [[points[0]![0], 0], ...points, [points.at(-1)![0], SIZE.height]] as const;
  };
  const line = (points: readonly (readonly [number, number])[]) =>
    points.map((point) => point.join(' ')).join('L');
  return {
    from: `M${line(edge('from'))}`,
    to: `M${line(edge('to'))}`,
    field: `M${line(edge('from'))}L${line(edge('to').toReversed())}Z`,
  };
});

/** The grain's width at the foot of the drawing: twice the spread to each side of the trend, less what is evened. */
const GRAIN_SPREADS = 2;
const GRAIN_Y = 188;
const grain = computed(() => {
  const middle = rungs.value.find(({ rung }) => rung === 'middle') ?? rungs.value[0];
  const spread = ladderSpread(props.ladder.before)[props.quantity];
  const pixels = (SIZE.width * GRAIN_SPREADS * spread) / (2 * scale.value.reach);
  return middle && pixels > 3
    ? { middle: middle.nowX, full: pixels, half: pixels * (1 - props.evenness), spread }
    : undefined;
});

function dragGrain(event: PointerEvent): void {
  const handle = event.currentTarget as SVGElement;
  if (!handle.hasPointerCapture(event.pointerId) || !grain.value) return;
  const box = handle.ownerSVGElement!.getBoundingClientRect();
  const half = Math.abs(((event.clientX - box.left) / box.width) * SIZE.width - grain.value.middle);
  putEvenness(1 - half / grain.value.full);
}
const putEvenness = (share: number) =>
  emit('evenness', Math.round(100 * Math.min(1, Math.max(0, share))) / 100);

/** The lightness that the part holds, L*. */
function lightnessOf({ trend }: Pick<Ladder, 'trend'>): readonly [number, number] {
  const rows = [...trend.keys()].filter((row) => !Number.isNaN(trend[row]!));
  const step = 100 / LADDER_ROWS;
  return rows.length > 0 ? [rows[0]! * step, (rows.at(-1)! + 1) * step] : [20, 80];
}

function trendPath(ladder: Ladder): string {
  const { trend } = shares(ladder);
  let path = '';
  let pen = 'M';
  trend.forEach((value, row) => {
    if (Number.isNaN(value)) pen = 'M';
    else {
      path += `${pen}${ladderX(scale.value, value)} ${ladderY(scale.value, (row + 0.5) * (100 / LADDER_ROWS))}`;
      pen = 'L';
    }
  });
  return path;
}

watchEffect(
  () => {
    const surface = canvas.value;
    const context = surface?.getContext('2d');
    if (!surface || !context) return;
    const sharp = window.devicePixelRatio || 1;
    surface.width = SIZE.width * sharp;
    surface.height = SIZE.height * sharp;
    context.scale(sharp, sharp);
    const hue =
      props.ladder.before.rungs.find(({ hsvHueDegrees }) => hsvHueDegrees !== undefined)?.hsvHueDegrees ?? 0;
    drawLadderGround(context, scale.value, hue);
    drawGrain(context, scale.value, shares(props.ladder.before), hue, props.changed);
    if (props.changed) drawGrain(context, scale.value, shares(props.ladder.after), hue, false);
  },
  { flush: 'post' },
);

function grab(event: PointerEvent, label: string): void {
  (event.currentTarget as Element).setPointerCapture(event.pointerId);
  emit('start', label);
}

function drag(event: PointerEvent, rung: Rung): void {
  const handle = event.currentTarget as SVGElement;
  if (!handle.hasPointerCapture(event.pointerId)) return;
  const box = handle.ownerSVGElement!.getBoundingClientRect();
  emit('target', rung, ladderValueAt(scale.value, ((event.clientX - box.left) / box.width) * SIZE.width));
}

function nudge(event: KeyboardEvent, rung: Rung, now: number, direction: number): void {
  const moved = now + direction * nudgeOf(event, 5);
  emit('target', rung, props.quantity === 'hue' ? (moved + 360) % 360 : Math.min(100, Math.max(0, moved)));
}
</script>

<template>
  <figure class="relative" :style="{ paddingBottom: '22px' }">
    <canvas
      ref="canvas"
      class="absolute left-0 top-0 rounded"
      :style="{ width: `${SIZE.width}px`, height: `${SIZE.height}px` }"
    />
    <svg
      :width="SIZE.width"
      :height="SIZE.height"
      class="relative overflow-visible"
      role="group"
      :aria-label="`Tone ladder: ${quantity} across, lightness upward`"
    >
      <template v-if="corridor">
        <path :d="corridor.field" fill="rgb(255 255 255 / 34%)" />
        <path :d="corridor.from" fill="none" stroke="#111" stroke-width="1.4" />
        <path :d="corridor.to" fill="none" stroke="#111" stroke-width="1.4" />
      </template>
      <path
        :d="trendPath(ladder.before)"
        fill="none"
        stroke="#333"
        stroke-width="1.4"
        :stroke-dasharray="changed ? '3 2' : undefined"
      />
      <path v-if="changed" :d="trendPath(ladder.after)" fill="none" stroke="#000" stroke-width="1.8" />
      <g v-for="rung in rungs" :key="rung.rung">
        <path
          :d="`M${rung.nowX} ${rung.y}L${rung.targetX} ${rung.labelY}`"
          stroke="#111"
          stroke-width="1.2"
        />
        <circle :cx="rung.nowX" :cy="rung.y" r="4.5" fill="#fff" stroke="#111" stroke-width="1.4" />
        <g
          class="ladder-handle cursor-ew-resize touch-none"
          role="slider"
          tabindex="0"
          :aria-label="`Target ${quantity} of the ${rung.rung}`"
          :aria-valuenow="Math.round(rung.target ?? rung.now)"
          aria-valuemin="0"
          :aria-valuemax="quantity === 'hue' ? 360 : 100"
          :transform="`translate(${rung.targetX} ${rung.labelY})`"
          @pointerdown="grab($event, 'drag rung')"
          @pointermove="drag($event, rung.rung)"
          @pointerup="emit('end')"
          @pointercancel="emit('end')"
          @keydown.left.prevent="nudge($event, rung.rung, rung.target ?? rung.now, -1)"
          @keydown.right.prevent="nudge($event, rung.rung, rung.target ?? rung.now, 1)"
        >
          <rect
            x="-23"
            y="-10"
            width="46"
            height="20"
            rx="10"
            :fill="rung.target === undefined ? '#fff' : '#111'"
            stroke="#111"
          />
          <text
            text-anchor="middle"
            dy="4.5"
            font-size="12.5"
            font-weight="650"
            :fill="rung.target === undefined ? '#111' : '#fff'"
          >
            {{ RUNG_NAMES[rung.rung].letter }} {{ (rung.target ?? rung.now).toFixed(0)
            }}{{ quantity === 'hue' ? '°' : '%' }}
          </text>
        </g>
      </g>
      <g font-size="11.5" fill="var(--quiet)" text-anchor="middle">
        <text
          v-for="tick in ladderTicks(scale)"
          :key="tick"
          :x="Math.min(SIZE.width - 10, Math.max(8, ladderX(scale, tick)))"
          :y="SIZE.height + 15"
        >
          {{ quantity === 'hue' ? (tick + 360) % 360 : tick }}{{ unit }}
        </text>
      </g>
      <g
        v-if="grain"
        class="ladder-handle cursor-ew-resize touch-none"
        role="slider"
        tabindex="0"
        :aria-label="`Evenness of ${quantity}: width of the grain`"
        :aria-valuenow="Math.round(100 * evenness)"
        aria-valuemin="0"
        aria-valuemax="100"
        :aria-valuetext="`${Math.round(100 * evenness)} %`"
        @pointerdown="grab($event, 'evenness')"
        @pointermove="dragGrain"
        @pointerup="emit('end')"
        @pointercancel="emit('end')"
        @keydown.left.prevent="putEvenness(evenness + 0.05)"
        @keydown.right.prevent="putEvenness(evenness - 0.05)"
      >
        <title>Width of the grain: drag inward to even {{ quantity }}</title>
        <rect
          :x="grain.middle - grain.full - 8"
          :y="GRAIN_Y - 9"
          :width="2 * grain.full + 16"
          height="18"
          fill="transparent"
        />
        <path
          :d="`M${grain.middle - grain.half} ${GRAIN_Y - 6}v12M${grain.middle + grain.half} ${GRAIN_Y - 6}v12M${grain.middle - grain.half} ${GRAIN_Y}H${grain.middle + grain.half}`"
          stroke="#fff"
          stroke-width="4"
          fill="none"
        />
        <path
          :d="`M${grain.middle - grain.half} ${GRAIN_Y - 6}v12M${grain.middle + grain.half} ${GRAIN_Y - 6}v12M${grain.middle - grain.half} ${GRAIN_Y}H${grain.middle + grain.half}`"
          class="ladder-grain"
          stroke="#111"
          stroke-width="1.6"
          fill="none"
        />
      </g>
      <template v-if="skin && quantity === 'hue'">
        <text x="5" :y="SIZE.height - 6" font-size="11.5" fill="#111">redder</text>
        <text :x="SIZE.width - 5" :y="SIZE.height - 6" font-size="11.5" text-anchor="end" fill="#111">
          greener
        </text>
      </template>
    </svg>
  </figure>
</template>

<style scoped>
.ladder-handle:focus-visible {
  outline: none;
}
.ladder-handle:focus-visible .ladder-grain {
  stroke: var(--accent);
  stroke-width: 3;
}
.ladder-handle:focus-visible rect[rx] {
  stroke: var(--accent);
  stroke-width: 3;
}
</style>
