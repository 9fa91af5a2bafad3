<script setup lang="ts">
import type { Photo } from '#core/document/schema';
import { SKIN_TARGETS } from '#core/measure/corridor';
import type { JsonObject } from '#core/document/kinds';

/** The steps of the photo as sentences, and what can be added for the chosen part. */
const props = defineProps<{ photo: Photo }>();
const { area, addStep } = useBenchPhoto();

interface Offer { readonly kind: string; readonly label: string; readonly parameters: JsonObject }

const offers = computed<Offer[]>(() => {
  if (!area.value || area.value.marks.length === 0) return [];
  const hue: Offer = { kind: 'hue-to-target', label: 'Bring hue to target', parameters: { ...SKIN_TARGETS } };
  const dye: Offer = { kind: 'recolour', label: 'Recolour', parameters: { colour: firstColour(area.value.part), variation: 1 } };
  const hasHue = props.photo.plan.some(({ kind, areaId }) => kind === hue.kind && areaId === area.value!.id);
  return isDyed(area.value.part) ? [dye, hue] : hasHue ? [dye] : [hue, dye];
});
</script>

<template>
  <section aria-label="Plan">
    <div class="mb-1 flex items-center justify-between"><h2 class="heading">Plan</h2><span class="text-[12px] text-quiet">{{ photo.plan.length }} {{ photo.plan.length === 1 ? 'step' : 'steps' }}</span></div>
    <ol class="flex flex-col gap-1.5">
      <StepSentence v-for="(step, place) in props.photo.plan" :key="step.id" :step="step" :areas="photo.areas" :first="place === 0" :last="place === photo.plan.length - 1" />
    </ol>
    <p v-if="photo.plan.length === 0 && offers.length === 0" class="text-[13px] text-quiet">No steps yet.</p>
    <div class="mt-2 flex flex-wrap gap-1.5"><button v-for="offer in offers" :key="offer.kind" class="press" @click="addStep(offer.kind, offer.parameters)">+ {{ offer.label }}</button></div>
  </section>
</template>
