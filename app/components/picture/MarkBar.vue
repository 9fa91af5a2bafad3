<script setup lang="ts">
import { Blend, Brush, CircleDashed, Lasso, Pipette, Route, Spline, Sun, SunDim, Waves } from '@lucide/vue';
import { luminanceOfCielabLightness } from '#core/colour/cielab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { JsonObject } from '#core/document/kinds';
import type { ColourReachParameters } from '#kinds/mark/colour-reach/schema';
import type { LightReachParameters } from '#kinds/mark/light-reach/schema';
import { PULLS } from '../../stores/bench';
import type { MarkTool } from '../../stores/bench';

/** The marks, in reach while an area is edited or readings are placed. */
const bench = useBench();
const sitting = useSitting();
const { area, changeOpenArea } = useBenchPhoto();

const TOOLS: readonly {
  readonly tool: MarkTool;
  readonly name: string;
  readonly key: string;
  readonly icon: Component;
  readonly hint: string;
}[] = [
  {
    tool: 'edge-stroke',
    name: 'Stroke',
    key: 'S',
    icon: Spline,
    hint: 'Draw a rough line inside: it takes all of it, up to the edges.',
  },
  { tool: 'brush', name: 'Brush', key: 'P', icon: Brush, hint: 'Paint what belongs to the area.' },
  {
    tool: 'strand-sweep',
    name: 'Sweep',
    key: '⇧S',
    icon: Waves,
    hint: 'Sweep along the edge of hair: single strands are taken, what shows between them is not.',
  },
  { tool: 'lasso', name: 'Lasso', key: 'Q', icon: Lasso, hint: 'Draw round it; letting go closes the loop.' },
  {
    tool: 'outline',
    name: 'Outline',
    key: 'X',
    icon: Route,
    hint: 'Press for a corner, drag for a curve; the first node or Enter closes. Then nodes can be dragged; shift pulls handles, a double press adds or takes away a node.',
  },
  {
    tool: 'ellipse',
    name: 'Ellipse',
    key: 'O',
    icon: CircleDashed,
    hint: 'Drag from the centre outwards. Shift keeps a circle.',
  },
  {
    tool: 'colour-reach',
    name: 'Colour',
    key: 'B',
    icon: Pipette,
    hint: 'Press a colour, or drag a patch over several tones; more patches add to it.',
  },
  {
    tool: 'light-reach',
    name: 'Light',
    key: 'J',
    icon: Sun,
    hint: 'Press a place of the lightness that is wanted; the span can be changed afterwards.',
  },
  {
    tool: 'straight-fade',
    name: 'Fade',
    key: 'Y',
    icon: Blend,
    hint: 'Drag from where it is full to where it ends.',
  },
  {
    tool: 'round-fade',
    name: 'Round fade',
    key: 'I',
    icon: SunDim,
    hint: 'Drag from the centre to where it ends.',
  },
];
const hint = computed(() => {
  if (bench.tool === 'pick') return 'Press the place whose colour is wanted.';
  if (bench.tool === 'pull')
    return `Take hold of a colour and drag up or down: its ${bench.pullsAt} follows.`;
  if (bench.tool === 'reading')
    return `Press on the skin where its ${RUNG_NAMES[bench.nextRung].name} is: off blush, glints and hair.`;
  return bench.takes
    ? TOOLS.find(({ tool }) => tool === bench.tool)?.hint
    : 'What the line touches is taken out of the area.';
});
const strokes = computed(
  () => area.value?.marks.at(-1)?.kind === 'edge-stroke' && bench.tool === 'edge-stroke',
);

/** The mark in hand, with the numbers or the charts of its kind. */
const { mark, change } = useOpenMark();
const reach = computed(() =>
  mark.value?.kind === 'colour-reach'
    ? (mark.value.parameters as unknown as ColourReachParameters)
    : undefined,
);
const light = computed(() =>
  mark.value?.kind === 'light-reach' ? (mark.value.parameters as unknown as LightReachParameters) : undefined,
);
const soft = computed(() =>
  mark.value?.kind === 'round-fade' ? Number(mark.value.parameters.soft) : undefined,
);
const GREYS = Array.from(
  { length: 31 },
  (_, n) =>
    `rgb(${Array(3)
      .fill(encodeSrgb8(luminanceOfCielabLightness((100 * n) / 30)))
      .join(' ')})`,
);
const put = (label: string, parameters: object) => change(label, parameters as JsonObject);

/** Tolerance belongs to the strokes already there as well. */
function setTolerance(percent: number): void {
  bench.tolerance = percent / 100;
  if (!strokes.value) return;
  changeOpenArea('tolerance', (open) => ({
    ...open,
    marks: open.marks.with(-1, {
      ...open.marks.at(-1)!,
      parameters: { ...open.marks.at(-1)!.parameters, tolerance: bench.tolerance },
    }),
  }));
}
</script>

<template>
  <div
    class="absolute inset-x-0 top-0 z-10 flex cursor-default flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel/95 px-3 py-1.5 text-[13px]"
    role="toolbar"
    aria-label="Marks"
    @pointerdown.stop
    @pointerup.stop
    @pointermove.stop
    @wheel.stop
  >
    <span v-if="bench.tool === 'pull'" class="flex gap-1" role="group" aria-label="What a drag changes"
      ><button
        v-for="name in PULLS"
        :key="name"
        class="press"
        :aria-pressed="bench.pullsAt === name"
        @click="bench.pullsAt = name"
      >
        {{ name }}
      </button></span
    >
    <template v-if="bench.editing">
      <span class="flex flex-wrap gap-1">
        <button
          v-for="entry in TOOLS"
          :key="entry.tool"
          class="press !px-1.5"
          :aria-pressed="bench.tool === entry.tool"
          :aria-label="`${entry.name} ${entry.key}`"
          :title="`${entry.name} (${entry.key}). ${entry.hint}`"
          @click="bench.edit(entry.tool)"
        >
          <component :is="entry.icon" :size="14" /><template v-if="bench.tool === entry.tool">{{
            entry.name
          }}</template
          ><span class="key">{{ entry.key }}</span>
        </button>
      </span>
      <span class="flex gap-1" role="group" aria-label="What the mark does">
        <button class="press" :aria-pressed="bench.takes" @click="bench.takes = true">Add</button>
        <button class="press" :aria-pressed="!bench.takes" @click="bench.takes = false">
          Remove <span class="key">A</span>
        </button>
      </span>
      <label v-if="bench.tool === 'edge-stroke' || bench.tool === 'brush' || bench.tool === 'strand-sweep'"
        >size
        <NumberField
          v-model="bench.radius"
          label="Radius of the mark in pixels of the photo"
          :min="0.5"
          :max="2000"
          :decimals="0"
          unit=" px"
          :reset="12"
      /></label>
      <label v-if="bench.tool === 'edge-stroke'"
        >tolerance
        <NumberField
          :model-value="100 * bench.tolerance"
          label="Tolerance"
          :min="0"
          :max="100"
          unit=" %"
          :reset="50"
          @update:model-value="setTolerance"
          @start="sitting.beginGesture('tolerance')"
          @end="sitting.endGesture()"
      /></label>
      <label v-if="bench.tool === 'brush'"
        >soft edge
        <NumberField
          :model-value="100 * bench.fade"
          label="Soft edge of the brush"
          :min="0"
          :max="100"
          unit=" %"
          :reset="50"
          @update:model-value="bench.fade = $event / 100"
      /></label>
      <label v-if="bench.tool === 'brush'" title="What one stroke covers; strokes over each other build up"
        >build-up
        <NumberField
          :model-value="100 * bench.build"
          label="Build-up: what one stroke of the brush covers"
          :min="1"
          :max="100"
          unit=" %"
          :reset="100"
          @update:model-value="bench.build = $event / 100"
      /></label>
      <label v-if="soft !== undefined"
        >soft rim
        <NumberField
          :model-value="100 * soft"
          label="Soft rim"
          :min="0"
          :max="100"
          unit=" %"
          :reset="60"
          @update:model-value="put('soft rim', { ...mark!.parameters, soft: $event / 100 })"
          @start="sitting.beginGesture('soft rim')"
          @end="sitting.endGesture()"
      /></label>
      <ReachCharts
        v-if="reach"
        :parameters="reach"
        @change="put('reach', $event)"
        @start="sitting.beginGesture('reach')"
        @end="sitting.endGesture()"
      />
      <template v-if="light">
        <SpanChart
          label="Span of lightness"
          unit=" L*"
          :min="0"
          :max="100"
          :ground="GREYS"
          :model-value="light"
          @update:model-value="put('span of lightness', $event)"
          @start="sitting.beginGesture('span of lightness')"
          @end="sitting.endGesture()"
        />
        <span class="text-quiet"
          >L* {{ light.from.toFixed(0) }} to {{ light.to.toFixed(0) }}, soft over
          {{ light.soft.toFixed(0) }}</span
        >
      </template>
    </template>
    <span class="grow basis-32 leading-tight text-quiet" role="status">{{ hint }}</span>
    <button class="press" @click="bench.tool = 'look'">Done <span class="key">Esc</span></button>
  </div>
</template>
