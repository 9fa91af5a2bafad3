<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core';
import type { Area, Photo, Reading } from '#core/document/schema';
import { corridorOf } from '#core/measure/corridor';
import type { Survey } from '#workers/client';

/**
 * The tone ladder and the readings of a part. Dragging a rung, or the grain, makes the step if there is none.
 */
const props = defineProps<{
  photo: Photo;
  area: Area;
  readings: readonly Reading[];
  survey: Survey | undefined;
}>();
const { targets, evennessOf, setTarget, setEvenness } = useLadderSteps(props);

const QUANTITIES = LADDER_QUANTITIES.map((value) => ({ value, name: value }));
const quantity = useLocalStorage<LadderQuantity>('even-blush-ladder', 'hue');
const chosen = computed<LadderQuantity | null>({
  get: () => quantity.value,
  set: (next) => next && (quantity.value = next),
});
const corridor = computed(() => corridorOf(props.photo, props.area.sitter));
</script>

<template>
  <section class="flex flex-col gap-1">
    <div class="flex items-center gap-2">
      <h2 class="heading grow">Numbers · tone ladder</h2>
      <ToggleGroup
        v-model="chosen"
        bare
        label="What lies across the ladder"
        :options="QUANTITIES"
        class="text-[12px]"
      />
    </div>
    <ToneLadder
      v-if="survey?.ladder"
      :ladder="survey.ladder"
      :part="area.part"
      :quantity="quantity"
      :corridor="corridor"
      :targets="targets?.[quantity]"
      :evenness="evennessOf(quantity)"
      :changed="photo.plan.some(({ on }) => on)"
      @target="(rung, value) => setTarget(quantity, rung, value)"
      @evenness="setEvenness(quantity, $event)"
    />
    <p v-else class="h-52 rounded bg-raised p-3 text-[13px] text-quiet">Measuring …</p>
    <CorridorFields
      v-if="isSkin(area.part) && quantity === 'hue'"
      :photo="photo"
      :area="area"
      :corridor="corridor"
    />
    <ReadingsTable
      v-if="survey?.ladder"
      :readings="readings"
      :survey="survey"
      :part="area.part"
      :targets="targets?.hue"
      :corridor="corridor"
    />
  </section>
</template>
