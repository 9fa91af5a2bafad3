<script setup lang="ts">
import { HAIR_LEVELS } from '#core/colour/palettes';
import type { Part } from '#core/document/schema';
import { paletteNameOf, paletteOf } from './partPalette';

/**
 * The natural colours of a part, each with its name; hair by depth level across and tone downward. One to which the
 * pointer moves is tried out; not one that comes under a pointer at rest, as when a line is put in above.
 */
const props = defineProps<{ part: Part | undefined; chosen: string | null }>();
const emit = defineEmits<{ choose: [colour: string]; try: [colour: string | undefined] }>();

const colours = computed(() => paletteOf(props.part));
/** By the palette's name: how its colours are laid out. */
const LAYOUTS: Readonly<Record<string, { readonly columns: number; readonly rows: number }>> = {
  hair: { columns: HAIR_LEVELS.length, rows: 5 },
  lips: { columns: 5, rows: 3 },
};
const layout = computed(() => LAYOUTS[paletteNameOf(props.part)] ?? { columns: 6, rows: 1 });
const columns = computed(() => layout.value.columns);
/** Levels run across and tones downward, lips likewise by depth and temperature. */
const ordered = computed(() => {
  const { rows } = layout.value;
  const grid = colours.value.slice(0, rows > 1 ? rows * columns.value : undefined);
  const rest = colours.value.slice(grid.length);
  return rows > 1
    ? [
        ...Array.from(
          { length: grid.length },
          (_, i) => grid[(i % columns.value) * rows + Math.floor(i / columns.value)]!,
        ),
        ...rest,
      ]
    : grid;
});
/** A few colours carry their names; of many, the one that is pointed at or chosen is named below them. */
const MOST_NAMED = 18;
const isNamed = computed(() => ordered.value.length <= MOST_NAMED);
const pointed = ref<string>();
const named = computed(
  () => pointed.value ?? ordered.value.find(({ colour }) => colour === props.chosen)?.name,
);
function point(entry: { name: string; colour: string } | undefined): void {
  pointed.value = entry?.name;
  emit('try', entry?.colour);
}
</script>

<template>
  <span class="block" @pointerleave="point(undefined)">
    <span
      class="grid gap-0.5"
      :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }"
      role="group"
      aria-label="Palette"
    >
      <button
        v-for="entry in ordered"
        :key="entry.name"
        class="flex min-w-0 cursor-pointer flex-col"
        :title="entry.name"
        :aria-label="entry.name"
        :aria-pressed="chosen === entry.colour"
        @click="emit('choose', entry.colour)"
        @pointermove="$event.pointerType !== 'touch' && pointed !== entry.name && point(entry)"
      >
        <span
          class="w-full rounded-[3px] border"
          :class="[
            isNamed ? 'h-6' : 'h-5',
            chosen === entry.colour ? 'border-ink ring-2 ring-(--accent)' : 'border-line',
          ]"
          :style="{ background: entry.colour }"
        /><span v-if="isNamed" class="w-full truncate text-center text-[10px] leading-4 tracking-tight">{{
          entry.name
        }}</span>
      </button>
    </span>
    <span v-if="!isNamed" class="block h-5 text-[12px] text-quiet">{{
      named ?? 'point at a colour to try it'
    }}</span>
  </span>
</template>
