<script setup lang="ts">
import { apartFromSwatch, depthAsPerson, depthAsSwatch } from './swatchDepth';
import type { PlaceColours } from '#core/offer/stepContext';

/** How far the part is from its swatch, and the two depths that it may be wanted at. */
const props = defineProps<{
  swatch: string;
  middle: PlaceColours;
  /** whether its middle tones are those that the step as it stands gave it */ measured: boolean;
}>();
/** stops */
const depth = defineModel<number>({ required: true });
const apart = computed(() => apartFromSwatch(props.swatch, props.middle));

/** What was pressed before the middle tones were measured: it is done once they are. */
const pressed = shallowRef<() => number>();
const asSwatch = () => depthAsSwatch(props.swatch, props.middle, depth.value);
const asPerson = () => depthAsPerson(props.middle, depth.value);
watch([() => props.measured, pressed], () => {
  if (!props.measured || !pressed.value) return;
  depth.value = pressed.value();
  pressed.value = undefined;
});
</script>

<template>
  <span class="block text-[12px]"
    >Its middle tones are ΔE00 <span class="tabular-nums">{{ apart.toFixed(1) }}</span> from the swatch:
    <button
      class="underline decoration-dotted"
      title="Middle tones, neither gloss nor shade, as light as the swatch"
      @click="pressed = asSwatch"
    >
      as the swatch</button
    >,
    <button
      class="underline decoration-dotted"
      title="As light as the part is now: a tint, neither lifted nor darkened"
      @click="pressed = asPerson"
    >
      as this person would have it
    </button></span
  >
</template>
