<script setup lang="ts">
import { clamp } from '#core/math/clamp';
import type { Histogram } from '#core/measure/histogram';
import { curveOf } from './compute';
import { CHANNELS, curvePoints } from './points';
import type { Channel } from './points';
import { MOST_POINTS } from './schema';
import type { CurvesParameters } from './schema';

/**
 * The three curves over 8-bit codes. Points set by hand are dragged; a press beside all of them makes one.
 */
defineProps<{ histogram: Histogram | undefined; /** in a room of its own */ large?: boolean }>();
const model = defineModel<CurvesParameters>({ required: true });

const SIDE = 256;
const INKS = { red: '#c0392b', green: '#2e7d4f', blue: '#3566b0' } as const;
/** A press this near to a point, in codes, takes hold of it. */
const NEAR = 8;
const PLACES = Array.from({ length: 65 }, (_, i) => 4 * Math.min(63.75, i));
const channel = ref<Channel>('green');
/** The one in hand lies above the others, with its points. */
const lines = computed(() =>
  [...CHANNELS.filter((name) => name !== channel.value), channel.value].map((name) => {
    const curve = curveOf(model.value, name);
    return {
      channel: name,
      path: `M${PLACES.map((code) => `${code} ${255 - curve(code)}`).join('L')}`,
      pairs: curvePoints(model.value, name).filter(({ pair }) => pair !== undefined),
      own: model.value.points[name],
    };
  }),
);
const peakOf = (histogram: Histogram) => Math.max(1e-9, ...histogram.flatMap((bins) => [...bins]));
const outlineOf = (bins: ArrayLike<number>, peak: number) =>
  `M0 256L${Array.from(bins, (share, i) => `${(i * SIDE) / bins.length} ${256 - (200 * share) / peak}`).join('L')}L256 256Z`;

const code = (value: number) => Math.round(clamp(value, 0, 255));
interface Held {
  readonly name: Channel;
  /** its place among the channel's own points; undefined for the chart itself */
  readonly index: number | undefined;
}
let index = 0;
/** the point in hand, in codes */
const now = ref<readonly [number, number]>();
const listeners = useHandleDrag<Held>({
  saysItself: true,
  label: () => 'curve point',
  movesAtOnce: true,
  move: (event, { name, index: own }) => {
    const element = event.currentTarget as SVGElement;
    const box = (element.ownerSVGElement ?? element).getBoundingClientRect();
    const x = code(((event.clientX - box.left) / box.width) * SIDE);
    const y = code(255 - ((event.clientY - box.top) / box.height) * SIDE);
    const points = model.value.points[name];
    const near = points.findIndex(([at]) => Math.abs(at - x) < NEAR);
    if (event.type === 'pointerdown') index = own ?? (near >= 0 ? near : points.length);
    put(name, index, [x, y]);
    now.value = [x, y];
  },
  // Pressed twice, a point goes.
  reset: ({ name, index: own }) => {
    if (own === undefined) return;
    const points = model.value.points[name].toSpliced(own, 1);
    model.value = { ...model.value, points: { ...model.value.points, [name]: points } };
    now.value = undefined;
  },
  nudge: ({ name, index: own }, { across, down }) => {
    const [x, y] = model.value.points[name][own ?? -1] ?? [];
    if (own !== undefined && x !== undefined && y !== undefined)
      put(name, own, [code(x + across), code(y - down)]);
  },
});

function put(name: Channel, place: number, point: [number, number]): void {
  if (place >= MOST_POINTS) return;
  const own = model.value.points[name].toSpliced(place, 1, point);
  model.value = { ...model.value, points: { ...model.value.points, [name]: own } };
}
</script>

<template>
  <span class="mt-1 block">
    <span class="mb-1 flex flex-wrap items-center gap-x-3 text-[12px]">
      <span class="text-quiet">points of</span>
      <label v-for="name in CHANNELS" :key="name"
        ><input v-model="channel" type="radio" :value="name" class="accent-(--accent)" /> {{ name }}</label
      >
      <button
        v-if="model.points[channel].length > 0"
        class="text-quiet underline decoration-dotted"
        @click="model = { ...model, points: { ...model.points, [channel]: [] } }"
      >
        clear
      </button>
      <slot />
    </span>
    <svg
      :viewBox="`0 0 ${SIDE} ${SIDE}`"
      :class="large ? 'in-large-room' : ''"
      class="curve-chart block aspect-square cursor-crosshair touch-none rounded border border-line bg-paper"
      role="group"
      aria-label="Curves of red, green and blue over 8-bit codes"
      v-on="listeners({ name: channel, index: undefined })"
    >
      <template v-if="histogram">
        <path
          v-for="(bins, c) in histogram"
          :key="c"
          :d="outlineOf(bins, peakOf(histogram))"
          :fill="INKS[CHANNELS[c]!]"
          opacity="0.18"
        />
      </template>
      <path
        d="M64 0V256M128 0V256M192 0V256M0 64H256M0 128H256M0 192H256"
        stroke="var(--line)"
        opacity="0.5"
      />
      <path d="M0 256L256 0" stroke="var(--line)" />
      <template v-for="line in lines" :key="line.channel">
        <path
          :d="line.path"
          :data-curve="line.channel"
          fill="none"
          :stroke="INKS[line.channel]"
          stroke-width="1.6"
        />
        <circle
          v-for="point in line.pairs"
          :key="point.x"
          :cx="point.x"
          :cy="255 - point.y"
          r="3.5"
          :fill="INKS[line.channel]"
        />
        <circle
          v-for="([x, y], n) in line.own"
          :key="`own ${n}`"
          :cx="x"
          :cy="255 - y"
          r="4"
          fill="var(--raised)"
          :stroke="INKS[line.channel]"
          stroke-width="1.8"
          role="slider"
          tabindex="0"
          :aria-label="`Point ${n + 1} of ${line.channel}; arrow keys move it`"
          aria-valuemin="0"
          aria-valuemax="255"
          :aria-valuenow="y"
          :aria-valuetext="`${x} becomes ${y}`"
          v-on="listeners({ name: line.channel, index: n })"
        />
      </template>
      <text
        v-if="now"
        :x="now[0] > 190 ? now[0] - 8 : now[0] + 8"
        :y="Math.max(12, 255 - now[1] - 7)"
        :text-anchor="now[0] > 190 ? 'end' : 'start'"
        font-size="10"
        font-weight="650"
        fill="var(--ink)"
      >
        {{ now[0] }} → {{ now[1] }}
      </text>
    </svg>
  </span>
</template>

<style scoped>
.curve-chart {
  width: 264px;
}
.curve-chart.in-large-room {
  width: min(100%, 72vh);
}
</style>
