<script setup lang="ts">
import { luminanceOfCielabLightness } from '#core/colour/cielab';
import { encodeSrgb8 } from '#core/colour/transfer';
import type { MarkContext } from '#core/offer/drawing';
import type { LightReachParameters } from './schema';

defineProps<{ context: MarkContext }>();
/** The span of lightness that is covered, over greys from black to white. */
const model = defineModel<LightReachParameters>({ required: true });

const CELLS = 31;
const GREYS = Array.from({ length: CELLS }, (_, n) => {
  const code = encodeSrgb8(luminanceOfCielabLightness((100 * n) / (CELLS - 1)));
  return `rgb(${code} ${code} ${code})`;
});
</script>

<template>
  <SpanChart
    v-model="model"
    label="Span of lightness"
    unit=" L*"
    :min="0"
    :max="100"
    :ground="GREYS"
    change="span of lightness"
  />
  <span class="text-quiet"
    >L* {{ model.from.toFixed(0) }} to {{ model.to.toFixed(0) }}, soft over {{ model.soft.toFixed(0) }}</span
  >
</template>
