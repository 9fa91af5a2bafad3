<script setup lang="ts">
import { putStep } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import type { Photo, Step } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';
import type { Survey } from '#workers/client';
import { STEP_CONTROLS } from '../../kinds.gen';

/** One step as a sentence whose fields can be edited in place. */
const props = defineProps<{
  step: Step;
  photo: Photo;
  survey: Survey | undefined;
  first: boolean;
  last: boolean;
}>();
const bench = useBench();
const questions = useQuestions();
const { edit } = useBenchPhoto();

const label = computed(() => KINDS.adjusts.get(props.step.kind)!.label);
const area = computed(() => props.photo.areas.find(({ id }) => id === props.step.areaId));
const isOpen = computed(() => props.step.areaId === (bench.areaId ?? null));
const context = useStepContext(props);
provideGesture(() => label.value);
const change = (what: string, next: Partial<Step>) =>
  edit(what, (photo) => putStep(photo, { ...props.step, ...next }));

/** What the one at the picture is asked to do for this step. */
const ASKS: Readonly<Record<string, string>> = {
  pick: 'Press a place of the picture; Escape gives up.',
  drags: 'Drag up or down on the picture; Escape ends it.',
  handles: 'Drag its handles on the picture; Escape puts them away.',
};
const asks = computed(() => (questions.open?.stepId === props.step.id ? ASKS[questions.open.is] : undefined));
</script>

<template>
  <li
    class="rounded-lg border border-line bg-raised p-2 text-[13.5px] leading-relaxed"
    :class="isOpen && step.areaId ? 'border-l-4 border-l-accent' : ''"
    :data-step="step.kind"
  >
    <div :class="step.on ? '' : 'opacity-50'">
      <component
        :is="STEP_CONTROLS[step.kind]"
        :model-value="step.parameters"
        :context="context"
        @update:model-value="change(label, { parameters: $event as JsonObject })"
      >
        <button
          v-if="step.areaId"
          class="font-semibold underline decoration-dotted underline-offset-4"
          @click="bench.choose(step.areaId)"
        >
          {{ area?.name }}</button><span v-else class="font-semibold">the whole picture</span>
      </component>
      <span class="ml-1 whitespace-nowrap"
        >Strength
        <NumberField
          :model-value="100 * step.strength"
          label="Strength"
          :min="0"
          :max="100"
          unit=" %"
          :reset="100"
          change="strength"
          @update:model-value="change('strength', { strength: $event / 100 })"
        />.</span
      >
    </div>
    <p v-if="asks" class="text-[12px] font-semibold text-accent" role="status">{{ asks }}</p>
    <StepActions :step="step" :photo="photo" :survey="survey" :first="first" :last="last" />
  </li>
</template>
