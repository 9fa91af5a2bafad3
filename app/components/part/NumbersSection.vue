<script setup lang="ts">
import type { Area, Reading, Rung, Step } from '#core/document/schema';
import { putStep } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import type { HueToTargetParameters } from '#kinds/adjust/hue-to-target/schema';
import type { Survey } from '#workers/client';

/** The tone ladder and the readings of a part. Dragging a rung makes the step if there is none. */
const props = defineProps<{ area: Area; readings: readonly Reading[]; plan: readonly Step[]; survey: Survey | undefined }>();
const sitting = useSitting();
const { edit, addHueToTarget } = useBenchPhoto();

const step = computed(() => props.plan.find((entry) => entry.kind === 'hue-to-target' && entry.areaId === props.area.id));
const targets = computed(() => (step.value?.parameters as HueToTargetParameters | undefined)?.hue);

function setTarget(rung: Rung, hueDegrees: number): void {
  const known = step.value;
  if (!known) addHueToTarget({ light: null, middle: null, shade: null, [rung]: hueDegrees });
  else edit(`${rung} to ${hueDegrees.toFixed(1)}°`, (photo) => putStep(photo, { ...known, parameters: { ...known.parameters, hue: { ...(known.parameters.hue as JsonObject), [rung]: hueDegrees } } }));
}
</script>

<template>
  <section class="flex flex-col gap-1">
    <h2 class="heading">Numbers · tone ladder</h2>
    <ToneLadder v-if="survey?.ladder" :ladder="survey.ladder" :part="area.part" :targets="targets" :changed="plan.some(({ on }) => on)" @target="setTarget" @start="sitting.beginGesture('drag rung')" @end="sitting.endGesture()" />
    <p v-else class="h-52 rounded bg-raised p-3 text-[13px] text-quiet">Measuring …</p>
    <ReadingsTable v-if="survey?.ladder" :readings="readings" :survey="survey" :part="area.part" :targets="targets" />
  </section>
</template>
