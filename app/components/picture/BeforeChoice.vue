<script setup lang="ts">
import type { Photo } from '#core/document/schema';
import { KINDS } from '#kinds/registry.gen';

/** What before is: the photo as it was opened, or what one of the steps leaves. */
const props = defineProps<{ photo: Photo }>();
const seeing = useSeeing();

/** Steps that before may stand after, first to last but one. */
const steps = computed(() =>
  props.photo.plan
    .filter(({ on, strength }) => on && strength > 0)
    .slice(0, -1)
    .map(({ id, kind, areaId }, n) => ({
      id,
      words: `after ${n + 1}. ${KINDS.adjusts.get(kind)!.label}, ${props.photo.areas.find((area) => area.id === areaId)?.name ?? 'whole picture'}`,
    })),
);
// A step that is gone or off leaves before as it was.
watch(steps, (now) => {
  if (seeing.beforeStepId && !now.some(({ id }) => id === seeing.beforeStepId))
    seeing.beforeStepId = undefined;
});
</script>

<template>
  <label
    v-if="steps.length > 0"
    class="absolute left-1/2 top-2 z-20 flex -translate-x-1/2 items-center gap-1 rounded bg-raised px-2 py-0.5 text-[12px]"
    @pointerdown.stop
  >
    before is
    <select
      class="field max-w-64 !py-0 !text-[12px]"
      aria-label="What before is"
      :value="seeing.beforeStepId ?? ''"
      @change="seeing.beforeStepId = ($event.target as HTMLSelectElement).value || undefined"
    >
      <option value="">the original</option>
      <option v-for="step in steps" :key="step.id" :value="step.id">{{ step.words }}</option>
    </select>
  </label>
</template>
