<script setup lang="ts">
import { HAIR_LEVELS } from '#core/colour/palettes';
import type { Part } from '#core/document/schema';
import { paletteNameOf, paletteOf } from './partPalette';

/** The natural colours of a part; hair by depth level across and tone downward. */
const props = defineProps<{ part: Part | undefined; chosen: string | null }>();
const emit = defineEmits<{ choose: [colour: string] }>();

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
</script>

<template>
  <span
    class="grid gap-0.5"
    :style="{ gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))` }"
    role="group"
    aria-label="Palette"
  >
    <button
      v-for="entry in ordered"
      :key="entry.name"
      class="h-4 cursor-pointer rounded-[3px] border"
      :class="chosen === entry.colour ? 'border-ink ring-2 ring-(--accent)' : 'border-line'"
      :style="{ background: entry.colour }"
      :title="entry.name"
      :aria-label="entry.name"
      :aria-pressed="chosen === entry.colour"
      @click="emit('choose', entry.colour)"
    />
  </span>
</template>
