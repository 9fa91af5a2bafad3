<script setup lang="ts">
import type { ECElementEvent, EChartsType } from 'echarts/core';
import { ScatterChart } from 'echarts/charts';
import {
  BrushComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
} from 'echarts/components';
import { use } from 'echarts/core';
import { CanvasRenderer } from 'echarts/renderers';
import VChart from 'vue-echarts';
import type { SetEntry } from '../../composables/useSetNumbers';

/** One number of each photo as points: hollow before, filled after; pressed, dragged and gone round. */
interface Point {
  readonly entry: SetEntry;
  readonly before: number;
  readonly after: number;
  readonly off: number;
  readonly standsOut: boolean;
}
const props = defineProps<{
  points: readonly Point[];
  median: number;
  corridor: { readonly from: number; readonly to: number } | undefined;
  unit: string;
  label: string;
}>();
const emit = defineEmits<{ open: [photoId: string]; set: [change: { entry: SetEntry; value: number }] }>();
const chosen = defineModel<ReadonlySet<string>>('chosen', { required: true });
use([
  ScatterChart,
  BrushComponent,
  GridComponent,
  MarkAreaComponent,
  MarkLineComponent,
  TooltipComponent,
  CanvasRenderer,
]);

const inks = useInks();
const AFTER = 1;
const DRAG_FROM_PIXELS = 4;
const chart = useTemplateRef<EChartsType & { readonly $el: HTMLElement }>('chart');
/** the point that is dragged, and where it is now */
const dragged = ref<{ readonly index: number; readonly from: number; value: number }>();

const values = computed(() => props.points.flatMap(({ before, after }) => [before, after]));
const option = computed(() => {
  const all = [...values.value, ...(props.corridor ? [props.corridor.from, props.corridor.to] : [])];
  const room = Math.max(2, 0.1 * (Math.max(...all) - Math.min(...all)));
  const { ink: INK, quiet: QUIET, warn: WARN } = inks.value;
  const names = props.points.map(({ entry }) => entry.photo);
  const at = (value: number) => `${value.toFixed(1)}${props.unit}`;
  return {
    animation: false,
    textStyle: { fontFamily: 'Inter Variable, sans-serif' },
    grid: { left: 48, right: 12, top: 16, bottom: 64 },
    brush: {
      toolbox: [],
      brushLink: 'all',
      outOfBrush: { colorAlpha: 0.35 },
      throttleType: 'debounce',
      throttleDelay: 200,
    },
    tooltip: {
      trigger: 'item',
      show: dragged.value === undefined,
      confine: true,
      formatter: ({ dataIndex }: { dataIndex: number }) => {
        const point = props.points[dataIndex];
        return point ? `${escaped(point.entry.photo)}<br>${at(point.before)} → ${at(point.after)}` : '';
      },
    },
    xAxis: {
      type: 'category',
      data: names,
      axisLabel: {
        rotate: names.length > 8 ? 40 : 0,
        fontSize: 10,
        color: QUIET,
        width: 90,
        overflow: 'truncate',
      },
      axisTick: { alignWithLabel: true },
    },
    yAxis: {
      type: 'value',
      min: Math.floor(Math.min(...all) - room),
      max: Math.ceil(Math.max(...all) + room),
      axisLabel: { fontSize: 11, color: QUIET, formatter: `{value}${props.unit}` },
      splitLine: { lineStyle: { color: 'rgba(128,128,120,0.2)' } },
    },
    series: [
      {
        name: 'before',
        type: 'scatter',
        symbolSize: 9,
        itemStyle: { color: 'transparent', borderColor: QUIET, borderWidth: 1.5 },
        data: props.points.map(({ before }) => before),
        ...(props.corridor && {
          markArea: {
            silent: true,
            itemStyle: { color: 'rgba(128,128,120,0.14)' },
            label: { show: true, position: 'insideTopLeft', color: QUIET, fontSize: 10 },
            data: [[{ yAxis: props.corridor.from, name: 'corridor' }, { yAxis: props.corridor.to }]],
          },
        }),
        markLine: {
          silent: true,
          symbol: 'none',
          lineStyle: { color: QUIET, type: 'dashed' },
          label: { formatter: 'median', position: 'insideEndTop', color: QUIET, fontSize: 10 },
          data: [{ yAxis: props.median }],
        },
      },
      {
        name: 'after',
        type: 'scatter',
        cursor: 'ns-resize',
        data: props.points.map(({ entry, after, off, standsOut }, n) => ({
          value: dragged.value?.index === n ? dragged.value.value : after,
          symbolSize: chosen.value.has(entry.photoId) ? 15 : 11,
          itemStyle: { color: standsOut ? WARN : INK, opacity: entry.stale ? 0.4 : 1 },
          label: {
            show: standsOut || dragged.value?.index === n,
            position: 'right',
            color: INK,
            fontSize: 11,
            formatter:
              dragged.value?.index === n
                ? at(dragged.value.value)
                : `${off > 0 ? '+' : '−'}${at(Math.abs(off))}`,
          },
        })),
      },
    ],
  };
});
const escaped = (text: string) => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');

/** A press opens the photo, a drag of a filled point sets its number; Escape leaves it. */
let pressedAt: { readonly index: number; readonly y: number } | undefined;
function press({ seriesIndex, dataIndex, event }: ECElementEvent): void {
  if (going.value || seriesIndex === undefined) return;
  pressedAt = { index: dataIndex, y: event?.offsetY ?? 0 };
  if (seriesIndex !== AFTER) return;
  window.addEventListener('pointermove', move);
  window.addEventListener('keydown', giveUp, { capture: true });
}
function move(event: PointerEvent): void {
  const box = chart.value?.$el.getBoundingClientRect();
  if (!pressedAt || !box) return;
  const y = event.clientY - box.top;
  if (!dragged.value && Math.abs(y - pressedAt.y) < DRAG_FROM_PIXELS) return;
  const [, value] = chart.value!.convertFromPixel({ seriesIndex: AFTER }, [0, y]) as unknown as [
    number,
    number,
  ];
  const from = props.points[pressedAt.index]!.after;
  dragged.value = { index: pressedAt.index, from, value: Math.round(10 * value) / 10 };
}
function release(): void {
  const point = pressedAt && props.points[pressedAt.index];
  const set = dragged.value;
  forget();
  if (point && set) emit('set', { entry: point.entry, value: set.value });
  else if (point) emit('open', point.entry.photoId);
}
function giveUp(event: KeyboardEvent): void {
  if (event.key !== 'Escape') return;
  event.stopImmediatePropagation();
  forget();
}
function forget(): void {
  pressedAt = dragged.value = undefined;
  window.removeEventListener('pointermove', move);
  window.removeEventListener('keydown', giveUp, { capture: true });
}
useEventListener(window, 'pointerup', release);
onBeforeUnmount(forget);

/** A line drawn round points chooses their photos. */
const going = ref(false);
function goRound(): void {
  going.value = !going.value;
  chart.value?.dispatchAction({
    type: 'takeGlobalCursor',
    key: 'brush',
    brushOption: { brushType: going.value ? 'polygon' : false, brushMode: 'single' },
  });
  if (!going.value) chart.value?.dispatchAction({ type: 'brush', areas: [] });
}
interface Brushed {
  readonly selected: readonly { readonly dataIndex: readonly number[] }[];
}
function brushed({ batch = [] }: { readonly batch?: readonly object[] }): void {
  const indices = (batch as readonly Brushed[]).flatMap(({ selected }) =>
    selected.flatMap(({ dataIndex }) => dataIndex),
  );
  if (!going.value || indices.length === 0) return;
  chosen.value = new Set(indices.map((index) => props.points[index]!.entry.photoId));
}
defineExpose({
  picture: () => chart.value?.getDataURL({ type: 'png', pixelRatio: 2, backgroundColor: inks.value.paper }),
});
</script>

<template>
  <div class="relative flex min-h-0 flex-col">
    <VChart
      ref="chart"
      class="min-h-0 grow"
      :option="option"
      autoresize
      role="img"
      :aria-label="`${label} of ${points.length} photos; what stands out is listed beside`"
      @mousedown="press($event)"
      @brush-selected="brushed($event)"
    />
    <button class="press absolute top-0 right-0 text-[12px]" :aria-pressed="going" @click="goRound">
      {{ going ? 'Stop going round' : 'Go round points' }}
    </button>
  </div>
</template>
