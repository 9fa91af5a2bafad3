<script setup lang="ts">
import { putStep } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import type { Photo } from '#core/document/schema';
import type { StepHandles } from '#core/render/kinds';
import { KINDS } from '#kinds/registry.gen';

/** The handles of the step that is being changed on the picture, over a faint map of what it does. */
const props = defineProps<{ photo: Photo }>();
const view = useView();
const questions = useQuestions();
const { edit } = useBenchPhoto();

const step = computed(() =>
  questions.open?.is === 'handles'
    ? props.photo.plan.find(({ id }) => id === questions.open!.stepId)
    : undefined,
);
const kind = computed(() => step.value && KINDS.adjusts.get(step.value.kind));
const handles = computed(() => kind.value?.handles as StepHandles | undefined);
const label = computed(() => `change ${kind.value?.label ?? 'step'}`);
const glow = computed(() => {
  const seen = step.value && handles.value?.glow?.(step.value.parameters);
  return seen && { at: view.imageToView(seen), reach: seen.reach * view.zoom, colour: seen.colour };
});
const frame = computed(() => view.imageToView({ x: 0, y: 0 }));
/** A bell as stops of a gradient that ends three deviations out. */
const STOPS = [0, 0.17, 0.33, 0.5, 0.67, 0.83, 1].map((share) => ({
  share,
  opacity: 0.35 * Math.exp(-0.5 * (3 * share) ** 2),
}));

const change = (parameters: JsonObject) =>
  edit(label.value, (photo) => putStep(photo, { ...step.value!, parameters }));
</script>

<template>
  <g v-if="step && handles">
    <template v-if="glow">
      <radialGradient
        id="step-glow"
        gradientUnits="userSpaceOnUse"
        :cx="glow.at.x"
        :cy="glow.at.y"
        :r="3 * glow.reach"
      >
        <stop
          v-for="{ share, opacity } in STOPS"
          :key="share"
          :offset="share"
          :stop-color="glow.colour"
          :stop-opacity="opacity"
        />
      </radialGradient>
      <rect
        :transform="`rotate(${view.degrees} ${frame.x} ${frame.y})`"
        :x="frame.x"
        :y="frame.y"
        :width="photo.width * view.zoom"
        :height="photo.height * view.zoom"
        fill="url(#step-glow)"
        data-testid="step-map"
      />
    </template>
    <PictureHandles
      :handles="handles"
      :parameters="step.parameters"
      :label="label"
      @change="change($event as JsonObject)"
    />
  </g>
</template>
