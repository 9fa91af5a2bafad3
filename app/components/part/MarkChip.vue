<script setup lang="ts">
import { ChevronLeft, Eye, EyeOff, X } from '@lucide/vue';
import type { Mark } from '#core/document/schema';
import { removeMark } from '#core/document/commands';
import { KINDS } from '#kinds/registry.gen';

/** One mark of the open area: what it does, whether it counts, and the way to change or delete it. */
const props = defineProps<{ mark: Mark; areaId: string; place: number }>();
const bench = useBench();
const drawing = useDrawing();
const { photo, edit, changeOpenArea } = useBenchPhoto();

const MODES = ['add', 'remove', 'limit'] as const;
const SIGNS = { add: '+', remove: '−', limit: '∩' } as const;
const MODE_WORDS = {
  add: 'adds; press to let it remove',
  remove: 'removes; press to let it limit',
  limit: 'limits the area to itself; press to let it add',
} as const;
const kind = computed(() => KINDS.marks.get(props.mark.kind)!);
const areaName = (id: string) => photo.value?.areas.find((area) => area.id === id)?.name;
const name = computed(() => kind.value.describe?.(props.mark.parameters, areaName) ?? kind.value.label);
const inHand = computed(() => bench.editing && props.mark.id === drawing.markId);

function change(label: string, part: Partial<Mark>): void {
  const marks = (before: readonly Mark[]) =>
    before.map((entry) => (entry.id === props.mark.id ? { ...entry, ...part } : entry));
  changeOpenArea(label, (area) => ({ ...area, marks: marks(area.marks) }));
}

function turnMode(): void {
  const mode = MODES[(MODES.indexOf(props.mark.mode) + 1) % MODES.length]!;
  change(`mark ${mode}s`, { mode });
}

function moveEarlier(): void {
  changeOpenArea('reorder marks', (area) => ({
    ...area,
    marks: area.marks.toSpliced(props.place, 1).toSpliced(props.place - 1, 0, props.mark),
  }));
}
const remove = () => edit('delete mark', (before) => removeMark(before, props.areaId, props.mark.id));
</script>

<template>
  <span class="flex items-center rounded-md border border-line bg-raised pl-0.5 text-[13px]">
    <button
      v-if="place > 0"
      class="press-bare !px-0"
      :aria-label="`Earlier: mark ${name}`"
      title="Earlier"
      @click="moveEarlier"
    >
      <ChevronLeft :size="13" />
    </button>
    <button
      class="w-5 font-semibold"
      :title="`This mark ${MODE_WORDS[mark.mode]}`"
      :aria-label="`Mark ${name} ${mark.mode}s`"
      @click="turnMode"
    >
      {{ SIGNS[mark.mode] }}
    </button>
    <button
      :class="[mark.on ? '' : 'text-quiet line-through', inHand ? 'underline underline-offset-2' : '']"
      :title="kind.drawing ? 'Change this mark on the picture' : undefined"
      :disabled="!kind.drawing"
      @click="bench.edit(mark.kind, mark.id)"
    >
      {{ name }}
    </button>
    <button
      class="press-bare !px-0.5"
      :aria-label="`${mark.on ? 'Switch off' : 'Switch on'}: mark ${name}`"
      :title="mark.on ? 'Switch off' : 'Switch on'"
      @click="change(mark.on ? 'mark off' : 'mark on', { on: !mark.on })"
    >
      <component :is="mark.on ? Eye : EyeOff" :size="13" />
    </button>
    <button class="press-bare" :aria-label="`Delete mark ${name}`" @click="remove">
      <X :size="13" />
    </button>
  </span>
</template>
