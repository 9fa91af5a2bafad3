<script setup lang="ts">
import { ChevronLeft, Eye, EyeOff, X } from '@lucide/vue';
import type { Area, EdgeCare, Mark } from '#core/document/schema';
import { NO_EDGE_CARE } from '#core/document/schema';
import { putMark, removeMark } from '#core/document/commands';
import { KINDS } from '#kinds/registry.gen';
import { MARK_TOOLS } from '../../stores/bench';

/** What the area is made of, and the care of its edge. */
const props = defineProps<{ area: Area }>();
const bench = useBench();
const sitting = useSitting();
const { photo, edit, changeOpenArea, copyArea } = useBenchPhoto();
const { exportCoverage, importCoverage } = useAreaFiles();

const SIGNS = { add: '+', remove: '−', limit: '∩' } as const;
interface Edge {
  readonly name: keyof EdgeCare;
  readonly label: string;
  readonly min: number;
  readonly max: number;
  readonly scale: number;
  readonly unit: string;
}
const pixels = { scale: 1, unit: ' px' };
const percent = { scale: 100, unit: ' %' };
const EDGES: readonly Edge[] = [
  { name: 'grow', label: 'Grow the edge; negative shrinks it', min: -200, max: 200, ...pixels },
  { name: 'soften', label: 'Soften the edge', min: 0, max: 400, ...pixels },
  { name: 'smooth', label: 'Smooth: round off jags up to this size', min: 0, max: 100, ...pixels },
  { name: 'specks', label: 'Drop specks and holes up to this radius', min: 0, max: 100, ...pixels },
  { name: 'floor', label: 'Floor: coverage below becomes nothing', min: 0, max: 99, ...percent },
  { name: 'ceiling', label: 'Ceiling: coverage above becomes all', min: 1, max: 100, ...percent },
];

function setEdge({ name, scale }: Edge, value: number): void {
  changeOpenArea(name, (open) => {
    const edgeCare = { ...open.edgeCare, [name]: value / scale };
    // Floor and ceiling push each other rather than cross.
    if (name === 'floor') edgeCare.ceiling = Math.max(edgeCare.ceiling, Math.min(1, edgeCare.floor + 0.01));
    if (name === 'ceiling') edgeCare.floor = Math.min(edgeCare.floor, Math.max(0, edgeCare.ceiling - 0.01));
    return { ...open, edgeCare };
  });
}

const MODES = ['add', 'remove', 'limit'] as const;
const MODE_WORDS = {
  add: 'adds; press to let it remove',
  remove: 'removes; press to let it limit',
  limit: 'limits the area to itself; press to let it add',
} as const;

function turnMode(mark: Mark): void {
  const mode = MODES[(MODES.indexOf(mark.mode) + 1) % MODES.length]!;
  changeOpenArea(`mark ${mode}s`, (area) => ({
    ...area,
    marks: area.marks.map((entry) => (entry.id === mark.id ? { ...entry, mode } : entry)),
  }));
}

function moveEarlier(place: number): void {
  changeOpenArea('reorder marks', (area) => ({
    ...area,
    marks: area.marks.toSpliced(place, 1).toSpliced(place - 1, 0, area.marks[place]!),
  }));
}

function nameOf(mark: Mark): string {
  const strokes = mark.parameters.strokes;
  const count = Array.isArray(strokes) ? strokes.length : 1;
  const { label } = KINDS.marks.get(mark.kind)!;
  if (mark.kind === 'found-part') return `found ${String(mark.parameters.part).replace('-', ', ')}`;
  if (mark.kind === 'area')
    return photo.value?.areas.find(({ id }) => id === mark.parameters.areaId)?.name ?? 'an area that is gone';
  if (mark.kind === 'picture') return String(mark.parameters.file);
  if (count < 2) return label;
  if (mark.kind === 'strand-sweep') return `${count} sweeps`;
  return label === 'stroke' ? `${count} strokes` : `${count} ${label} strokes`;
}

/** The tool with which a mark is changed on the picture. */
const toolOf = (mark: Mark) => MARK_TOOLS.find((tool) => tool === mark.kind);

/** Areas that can be used in this one: those that do not use it themselves. */
const usable = computed(() => photo.value?.areas.filter((other) => !uses(other, props.area.id)) ?? []);
function uses(other: Area, id: string, seen: readonly string[] = []): boolean {
  if (other.id === id) return true;
  const named = other.marks
    .filter(({ kind }) => kind === 'area')
    .map(({ parameters }) => photo.value?.areas.find((entry) => entry.id === parameters.areaId));
  return named.some((entry) => entry && !seen.includes(entry.id) && uses(entry, id, [...seen, other.id]));
}

function addOther(event: Event): void {
  const field = event.target as HTMLSelectElement;
  const areaId = field.value;
  field.value = '';
  field.blur();
  if (areaId)
    edit('use another area', (before) =>
      putMark(before, props.area.id, {
        id: crypto.randomUUID(),
        kind: 'area',
        version: KINDS.marks.get('area')!.version,
        mode: 'add',
        on: true,
        parameters: { areaId },
      }),
    );
}

function toggle(mark: Mark): void {
  changeOpenArea(mark.on ? 'mark off' : 'mark on', (area) => ({
    ...area,
    marks: area.marks.map((entry) => (entry.id === mark.id ? { ...entry, on: !entry.on } : entry)),
  }));
}
</script>

<template>
  <section>
    <div class="flex flex-wrap items-center gap-1">
      <h2 class="heading mr-1">Extent</h2>
      <span
        v-for="(mark, place) in props.area.marks"
        :key="mark.id"
        class="flex items-center rounded-md border border-line bg-raised pl-0.5 text-[13px]"
      >
        <button
          v-if="place > 0"
          class="press-bare !px-0"
          :aria-label="`Earlier: mark ${nameOf(mark)}`"
          title="Earlier"
          @click="moveEarlier(place)"
        >
          <ChevronLeft :size="13" />
        </button>
        <button
          class="w-5 font-semibold"
          :title="`This mark ${MODE_WORDS[mark.mode]}`"
          :aria-label="`Mark ${nameOf(mark)} ${mark.mode}s`"
          @click="turnMode(mark)"
        >
          {{ SIGNS[mark.mode] }}
        </button>
        <button
          :class="[
            mark.on ? '' : 'text-quiet line-through',
            mark.id === bench.markId && bench.editing ? 'underline underline-offset-2' : '',
          ]"
          :title="toolOf(mark) ? 'Change this mark on the picture' : undefined"
          :disabled="!toolOf(mark)"
          @click="bench.edit(toolOf(mark)!, mark.id)"
        >
          {{ nameOf(mark) }}
        </button>
        <button
          class="press-bare !px-0.5"
          :aria-label="`${mark.on ? 'Switch off' : 'Switch on'}: mark ${nameOf(mark)}`"
          :title="mark.on ? 'Switch off' : 'Switch on'"
          @click="toggle(mark)"
        >
          <component :is="mark.on ? Eye : EyeOff" :size="13" />
        </button>
        <button
          class="press-bare"
          :aria-label="`Delete mark ${nameOf(mark)}`"
          @click="edit('delete mark', (photo) => removeMark(photo, props.area.id, mark.id))"
        >
          <X :size="13" />
        </button>
      </span>
      <span class="grow" />
      <button
        class="press"
        :aria-pressed="bench.editing"
        @click="bench.editing ? (bench.tool = 'look') : bench.edit('edge-stroke')"
      >
        {{ bench.editing ? 'Done' : 'Edit marks' }} <span class="key">{{ bench.editing ? 'Esc' : 'S' }}</span>
      </button>
    </div>
    <p class="mt-1 grid grid-cols-3 gap-x-3 gap-y-0.5 text-[13px]">
      <label v-for="edge in EDGES" :key="edge.name" :title="edge.label"
        >{{ edge.name }}
        <NumberField
          :model-value="edge.scale * area.edgeCare[edge.name]"
          :label="edge.label"
          :min="edge.min"
          :max="edge.max"
          :unit="edge.unit"
          :reset="edge.scale * NO_EDGE_CARE[edge.name]"
          :decimals="0"
          @update:model-value="setEdge(edge, $event)"
          @start="sitting.beginGesture(edge.name)"
          @end="sitting.endGesture()"
      /></label>
    </p>
    <p class="mt-1 flex flex-wrap gap-1 text-[12px]">
      <button
        class="press-bare"
        :aria-pressed="area.inverted"
        :class="area.inverted ? 'font-semibold !text-accent' : ''"
        title="Everything but this"
        @click="changeOpenArea('invert', (open) => ({ ...open, inverted: !open.inverted }))"
      >
        Invert
      </button>
      <button class="press-bare" @click="copyArea">Duplicate</button>
      <button
        class="press-bare"
        title="The coverage as a grey PNG of the photo’s size"
        @click="exportCoverage"
      >
        Export PNG
      </button>
      <select
        v-if="usable.length > 0"
        aria-label="Use another area in this one"
        class="max-w-28 rounded bg-transparent text-quiet"
        @change="addOther"
      >
        <option value="">+ another area</option>
        <option v-for="other in usable" :key="other.id" :value="other.id">{{ other.name }}</option>
      </select>
      <FilePick bare accept="image/png" name="Coverage to add to this area" @files="importCoverage"
        >Import PNG</FilePick
      >
    </p>
  </section>
</template>
