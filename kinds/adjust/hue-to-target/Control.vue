<script setup lang="ts">
import { RUNGS } from '#core/document/schema';
import { SKIN_TARGETS } from '#core/measure/corridor';
import type { HueToTargetParameters } from './schema';

const model = defineModel<HueToTargetParameters>({ required: true });
const emit = defineEmits<{ start: []; end: [] }>();

/** The middle's number stands in for a rung that has none. */
const fallback = (rung: (typeof RUNGS)[number]) => model.value[rung] ?? model.value.middle ?? SKIN_TARGETS[rung];
</script>

<template>
  Bring the hue of <slot /> to
  <template v-for="(rung, place) in RUNGS" :key="rung">
    <span class="whitespace-nowrap"><NumberField
      v-if="model[rung] !== null" :model-value="model[rung]!" :label="`Target hue of the ${rung}`" :min="0" :max="360" :decimals="1" unit="°" :reset="SKIN_TARGETS[rung]"
      @update:model-value="model = { ...model, [rung]: $event }" @start="emit('start')" @end="emit('end')"
    /><button v-else class="text-quiet underline decoration-dotted" :title="`Give the ${rung} a target of its own`" @click="model = { ...model, [rung]: fallback(rung) }">free</button>{{ place < 2 ? ',' : '' }}</span>{{ ' ' }}
  </template>
  from light to shade; luminance and chroma stay.
</template>
