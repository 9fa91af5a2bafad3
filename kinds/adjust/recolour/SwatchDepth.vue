<script setup lang="ts">
import { apartFromSwatch, depthAsPerson, depthAsSwatch } from './swatchDepth';
import type { PlaceColours } from '#core/offer/stepContext';

/** How far the part is from its swatch, and the two depths that it may be wanted at. */
const props = defineProps<{ swatch: string; middle: PlaceColours }>();
/** stops */
const depth = defineModel<number>({ required: true });
const apart = computed(() => apartFromSwatch(props.swatch, props.middle));
</script>

<template>
  <span class="block text-[12px]"
    >Its middle tones are ΔE00 <span class="tabular-nums">{{ apart.toFixed(1) }}</span> from the swatch:
    <button
      class="underline decoration-dotted"
      title="Middle tones, neither gloss nor shade, as light as the swatch"
      @click="depth = depthAsSwatch(swatch, middle, depth)"
    >
      as the swatch</button
    >,
    <button
      class="underline decoration-dotted"
      title="As light as the part is now: a tint, neither lifted nor darkened"
      @click="depth = depthAsPerson(middle, depth)"
    >
      as this person would have it
    </button></span
  >
</template>
