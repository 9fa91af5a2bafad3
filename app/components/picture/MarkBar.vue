<script setup lang="ts">
import { Blend, Brush, CircleDashed, Lasso, Pipette, Spline, Sun, SunDim } from '@lucide/vue';
import type { MarkTool } from '../../stores/bench';

/** The marks, in reach while an area is edited or readings are placed. */
const bench = useBench(), sitting = useSitting();
const { area, changeOpenArea } = useBenchPhoto();

const TOOLS: readonly { readonly tool: MarkTool; readonly name: string; readonly key: string; readonly icon: Component; readonly hint: string }[] = [
  { tool: 'edge-stroke', name: 'Stroke', key: 'S', icon: Spline, hint: 'Draw a rough line inside: it takes all of it, up to the edges.' },
  { tool: 'brush', name: 'Brush', key: 'P', icon: Brush, hint: 'Paint what belongs to the area.' },
  { tool: 'lasso', name: 'Lasso', key: 'Q', icon: Lasso, hint: 'Draw round it; letting go closes the loop.' },
  { tool: 'ellipse', name: 'Ellipse', key: 'O', icon: CircleDashed, hint: 'Drag from the centre outwards. Shift keeps a circle.' },
  { tool: 'colour-reach', name: 'Colour', key: 'B', icon: Pipette, hint: 'Press a colour, or drag a patch over several tones; more patches add to it.' },
  { tool: 'light-reach', name: 'Light', key: 'J', icon: Sun, hint: 'Press a place of the lightness that is wanted; the span can be changed afterwards.' },
  { tool: 'straight-fade', name: 'Fade', key: 'Y', icon: Blend, hint: 'Drag from where it is full to where it ends.' },
  { tool: 'round-fade', name: 'Round fade', key: 'I', icon: SunDim, hint: 'Drag from the centre to where it ends.' },
];
const hint = computed(() => {
  if (bench.tool === 'reading') return `Press on the skin where its ${RUNG_NAMES[bench.nextRung].name} is: off blush, glints and hair.`;
  return bench.takes ? TOOLS.find(({ tool }) => tool === bench.tool)?.hint : 'What the line touches is taken out of the area.';
});
const strokes = computed(() => area.value?.marks.at(-1)?.kind === 'edge-stroke' && bench.tool === 'edge-stroke');

/** The numbers of the last mark, while its tool is in hand. */
const SPANS: Partial<Record<MarkTool, readonly { readonly name: string; readonly label: string; readonly max: number; readonly unit: string; readonly scale: number }[]>> = {
  'colour-reach': [{ name: 'hue', label: 'Reach in hue', max: 180, unit: '°', scale: 1 }, { name: 'saturation', label: 'Reach in saturation, thousandths of chroma', max: 200, unit: '', scale: 1 }, { name: 'lightness', label: 'Reach in lightness', max: 100, unit: ' L*', scale: 1 }, { name: 'soft', label: 'Soft ends', max: 200, unit: ' %', scale: 100 }],
  'light-reach': [{ name: 'from', label: 'Span from', max: 100, unit: ' L*', scale: 1 }, { name: 'to', label: 'Span to', max: 100, unit: ' L*', scale: 1 }, { name: 'soft', label: 'Soft ends', max: 60, unit: ' L*', scale: 1 }],
  'round-fade': [{ name: 'soft', label: 'Soft rim', max: 100, unit: ' %', scale: 100 }],
};
const last = computed(() => area.value?.marks.at(-1));
const spans = computed(() => (last.value?.kind === bench.tool ? (SPANS[bench.tool as MarkTool] ?? []) : []));
function setSpan(name: string, value: number): void {
  changeOpenArea(name, (open) => ({ ...open, marks: open.marks.with(-1, { ...open.marks.at(-1)!, parameters: { ...open.marks.at(-1)!.parameters, [name]: value } }) }));
}

/** Tolerance belongs to the strokes already there as well. */
function setTolerance(percent: number): void {
  bench.tolerance = percent / 100;
  if (!strokes.value) return;
  changeOpenArea('tolerance', (open) => ({ ...open, marks: open.marks.with(-1, { ...open.marks.at(-1)!, parameters: { ...open.marks.at(-1)!.parameters, tolerance: bench.tolerance } }) }));
}
</script>

<template>
  <div class="absolute inset-x-0 top-0 z-10 flex cursor-default flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel/95 px-3 py-1.5 text-[13px]" role="toolbar" aria-label="Marks" @pointerdown.stop @pointerup.stop @pointermove.stop @wheel.stop>
    <template v-if="bench.editing">
      <span class="flex flex-wrap gap-1">
        <button v-for="entry in TOOLS" :key="entry.tool" class="press !px-1.5" :aria-pressed="bench.tool === entry.tool" :aria-label="entry.name" :title="`${entry.name} (${entry.key}). ${entry.hint}`" @click="bench.edit(entry.tool)"><component :is="entry.icon" :size="14" /><template v-if="bench.tool === entry.tool">{{ entry.name }}</template><span class="key">{{ entry.key }}</span></button>
      </span>
      <span class="flex gap-1" role="group" aria-label="What the mark does">
        <button class="press" :aria-pressed="bench.takes" @click="bench.takes = true">Add</button>
        <button class="press" :aria-pressed="!bench.takes" @click="bench.takes = false">Remove <span class="key">A</span></button>
      </span>
      <label v-if="bench.tool === 'edge-stroke' || bench.tool === 'brush'">size <NumberField v-model="bench.radius" label="Radius of the mark in pixels of the photo" :min="0.5" :max="2000" :decimals="0" unit=" px" :reset="12" /></label>
      <label v-if="bench.tool === 'edge-stroke'">tolerance <NumberField :model-value="100 * bench.tolerance" label="Tolerance" :min="0" :max="100" unit=" %" :reset="50" @update:model-value="setTolerance" @start="sitting.beginGesture('tolerance')" @end="sitting.endGesture()" /></label>
      <label v-if="bench.tool === 'brush'">soft edge <NumberField :model-value="100 * bench.fade" label="Soft edge of the brush" :min="0" :max="100" unit=" %" :reset="50" @update:model-value="bench.fade = $event / 100" /></label>
      <label v-for="entry in spans" :key="entry.name" :title="entry.label">{{ entry.name }} <NumberField :model-value="entry.scale * Number(last!.parameters[entry.name])" :label="entry.label" :min="0" :max="entry.max" :unit="entry.unit" @update:model-value="setSpan(entry.name, $event / entry.scale)" @start="sitting.beginGesture(entry.name)" @end="sitting.endGesture()" /></label>
    </template>
    <span class="grow basis-72 text-quiet" role="status">{{ hint }}</span>
    <button class="press" @click="bench.tool = 'look'">Done <span class="key">Esc</span></button>
  </div>
</template>
