<script setup lang="ts">
import { Trash2 } from '@lucide/vue';
import { NO_EDGE_CARE, PARTS } from '#core/document/schema';
import type { Area, EdgeCare, Part } from '#core/document/schema';
import { putMark } from '#core/document/commands';
import { makeMark } from '#core/document/make';
import { isOpen } from '#kinds/people/places';
import { area as areaMark } from '#kinds/mark/area/index';
import { KINDS } from '#kinds/registry.gen';

/** What the area is made of, and the care of its edge. */
const props = defineProps<{ area: Area }>();
const { photo, edit, changeOpenArea } = useBenchPhoto();
const { copyArea, deleteArea } = useAreas();
const { exportCoverage, importCoverage } = useAreaFiles();

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

/** Areas that can be used in this one: those that do not use it themselves. */
const usable = computed(() => photo.value?.areas.filter((other) => !uses(other, props.area.id)) ?? []);
function uses(other: Area, id: string, seen: readonly string[] = []): boolean {
  if (other.id === id) return true;
  const named = other.marks.map(({ kind, parameters }) => {
    const name = KINDS.marks.get(kind)!.names?.(parameters);
    return photo.value?.areas.find((entry) => entry.id === name);
  });
  return named.some((entry) => entry && !seen.includes(entry.id) && uses(entry, id, [...seen, other.id]));
}

/** Doubtful places show here once they are decided. */
const shownMarks = computed(() =>
  props.area.marks.map((mark, place) => ({ mark, place })).filter(({ mark }) => !isOpen(mark)),
);

/** The keys of the bench go on after a choice. */
function setPart(event: Event): void {
  const field = event.target as HTMLSelectElement;
  const part = field.value as Part;
  changeOpenArea('part', (open) => ({ ...open, part }));
  field.blur();
}

function addOther(event: Event): void {
  const field = event.target as HTMLSelectElement;
  const areaId = field.value;
  field.value = '';
  field.blur();
  if (areaId)
    edit('use another area', (before) =>
      putMark(before, props.area.id, makeMark(areaMark, { areaId }, { id: crypto.randomUUID() })),
    );
}
</script>

<template>
  <section class="rounded-lg border border-line p-2" aria-label="Extent and care">
    <div class="flex flex-wrap items-center gap-1">
      <h2 class="heading mr-1"><WordHelp of="mark">Extent</WordHelp></h2>
      <MarkChip
        v-for="{ mark, place } in shownMarks"
        :key="mark.id"
        :mark="mark"
        :area-id="area.id"
        :place="place"
      />
      <span class="grow" />
      <select
        aria-label="Part"
        :value="area.part"
        class="w-24 rounded border border-line bg-raised px-1 py-0.5 text-[13px]"
        @change="setPart"
      >
        <option v-for="part in PARTS" :key="part" :value="part">{{ PART_NAMES[part] }}</option>
      </select>
      <button
        class="press-bare"
        :aria-label="`Delete area ${area.name}`"
        title="Delete area"
        @click="deleteArea"
      >
        <Trash2 :size="15" />
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
          :change="edge.name"
          @update:model-value="setEdge(edge, $event)"
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
