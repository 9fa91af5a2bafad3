<script setup lang="ts">
import { X } from '@lucide/vue';
import type { Area, Mark } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { removeMark } from '#core/document/commands';
import { KINDS } from '#kinds/registry.gen';

/** What the area is made of, and the care of its edge. */
const props = defineProps<{ area: Area }>();
const bench = useBench(), sitting = useSitting();
const { edit, changeOpenArea } = useBenchPhoto();

const SIGNS = { add: '+', remove: '−', limit: '∩' } as const;
const EDGES = [
  { name: 'grow', label: 'Grow the edge; negative shrinks it', min: -200, max: 200 },
  { name: 'soften', label: 'Soften the edge', min: 0, max: 400 },
] as const;

function nameOf(mark: Mark): string {
  const strokes = mark.parameters.strokes, count = Array.isArray(strokes) ? strokes.length : 1;
  const { label } = KINDS.marks.get(mark.kind)!;
  if (count < 2) return label;
  return label === 'stroke' ? `${count} strokes` : `${count} ${label} strokes`;
}

function toggle(mark: Mark): void {
  changeOpenArea(mark.on ? 'mark off' : 'mark on', (area) => ({ ...area, marks: area.marks.map((entry) => (entry.id === mark.id ? { ...entry, on: !entry.on } : entry)) }));
}
</script>

<template>
  <section>
    <div class="flex flex-wrap items-center gap-1">
      <h2 class="heading mr-1">Extent</h2>
      <span v-for="mark in props.area.marks" :key="mark.id" class="flex items-center rounded-md border border-line bg-raised pl-2 text-[13px]">
        <button :class="mark.on ? '' : 'text-quiet line-through'" :title="mark.on ? 'Switch off' : 'Switch on'" @click="toggle(mark)">{{ SIGNS[mark.mode] }} {{ nameOf(mark) }}</button>
        <button class="press-bare" :aria-label="`Delete mark ${nameOf(mark)}`" @click="edit('delete mark', (photo) => removeMark(photo, props.area.id, mark.id))"><X :size="13" /></button>
      </span>
      <span class="grow" />
      <button class="press" :aria-pressed="bench.editing" @click="bench.editing ? (bench.tool = 'look') : bench.edit('edge-stroke')">{{ bench.editing ? 'Done' : 'Edit marks' }} <span class="key">{{ bench.editing ? 'Esc' : 'S' }}</span></button>
    </div>
    <p class="mt-1 flex gap-4 text-[13px]">
      <label v-for="edge in EDGES" :key="edge.name">{{ edge.name }} <NumberField
        :model-value="area.edgeCare[edge.name]" :label="edge.label" :min="edge.min" :max="edge.max" unit=" px" :reset="NO_EDGE_CARE[edge.name]" :decimals="0"
        @update:model-value="changeOpenArea(edge.name, (open) => ({ ...open, edgeCare: { ...open.edgeCare, [edge.name]: $event } }))" @start="sitting.beginGesture(edge.name)" @end="sitting.endGesture()"
      /></label>
    </p>
  </section>
</template>
