<script setup lang="ts">
import type { Area, Photo, Rung } from '#core/document/schema';
import { RUNGS } from '#core/document/schema';
import { putCorridor } from '#core/document/commands';
import { SKIN_CORRIDOR } from '#core/measure/corridor';
import type { Corridor } from '#core/measure/corridor';

/** Where the hue of a sitter's skin is wanted, by rung; common practice unless it is set. */
const props = defineProps<{ photo: Photo; area: Area; corridor: Corridor }>();
const { edit } = useBenchPhoto();

const owner = computed(() => props.photo.sitters.find(({ id }) => id === props.area.sitter));
const isSet = computed(() => props.photo.corridors.some(({ sitter }) => sitter === props.area.sitter));
/** why a corridor was not taken */
const inverted = ref<string>();
const SIDES = [
  { side: 'from', words: 'begins at', min: -60, max: 359 },
  { side: 'to', words: 'ends at', min: -59, max: 420 },
] as const;

function set(rung: Rung, side: 'from' | 'to', degrees: number): void {
  const { light, middle, shade } = props.corridor;
  const changed = { ...props.corridor[rung], [side]: degrees };
  inverted.value =
    changed.from < changed.to
      ? undefined
      : `The ${rung} of the corridor must begin below where it ends; ${changed.from.toFixed(0)}° to ${changed.to.toFixed(0)}° is not taken.`;
  if (inverted.value) return;
  const next = { light, middle, shade, [rung]: changed };
  edit('corridor', (photo) => putCorridor(photo, props.area.sitter, next));
}
const reset = () =>
  edit('corridor of common practice', (photo) => putCorridor(photo, props.area.sitter, undefined));
</script>

<template>
  <details class="text-[12px]">
    <summary class="cursor-pointer text-quiet">
      Corridor of {{ owner ? `sitter ${owner.number}` : 'this skin' }}{{ isSet ? ', its own' : '' }}
    </summary>
    <p class="flex flex-wrap gap-x-3">
      <span v-for="rung in RUNGS" :key="rung" class="whitespace-nowrap"
        >{{ rung }}
        <template v-for="{ side, words, min, max } in SIDES" :key="side"
          >{{ side === 'to' ? ' to ' : ''
          }}<NumberField
            :model-value="corridor[rung][side]"
            :label="`Corridor of the ${rung} ${words}`"
            :min="min"
            :max="max"
            unit="°"
            :reset="SKIN_CORRIDOR[rung][side]"
            change="corridor"
            @update:model-value="set(rung, side, $event)" /></template
      ></span>
      <span v-if="inverted" role="alert" class="text-warn">{{ inverted }}</span>
      <button v-if="isSet" class="text-quiet underline decoration-dotted" @click="reset">
        common practice
      </button>
    </p>
  </details>
</template>
