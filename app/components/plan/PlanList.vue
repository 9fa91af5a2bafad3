<script setup lang="ts">
import { moveStep, turnSteps } from '#core/document/commands';
import type { Photo, Step } from '#core/document/schema';
import type { Survey } from '#workers/client';
import { useMediaQuery } from '@vueuse/core';
import { VueDraggable } from 'vue-draggable-plus';

/** The plan: its steps in their order, one line each, under the parts that they stand on. */
const props = defineProps<{ photo: Photo; survey: Survey | undefined }>();
const bench = useBench();
const seeing = useSeeing();
const calm = useMediaQuery('(prefers-reduced-motion: reduce)');
const { edit } = useBenchPhoto();

/** What the drag has in hand; the document is told once it has ended. */
const order = shallowRef<Step[]>([]);
watchEffect(() => (order.value = [...props.photo.plan]));
function moved({ oldIndex, newIndex }: { oldIndex?: number; newIndex?: number }): void {
  const step = oldIndex === undefined ? undefined : props.photo.plan[oldIndex];
  if (step && newIndex !== undefined)
    edit('reorder steps', (photo) => moveStep(photo, step.id, newIndex - oldIndex!));
  order.value = [...props.photo.plan];
}

const nameOf = (areaId: string | null) =>
  areaId === null ? 'Whole picture' : (props.photo.areas.find(({ id }) => id === areaId)?.name ?? '');
const heads = (place: number) => order.value[place - 1]?.areaId !== order.value[place]?.areaId || place === 0;
const ofArea = (areaId: string | null) => props.photo.plan.filter((step) => step.areaId === areaId);
const someOn = (areaId: string | null) => ofArea(areaId).some(({ on }) => on);
/** Off if any is on; then all on. */
function turn(areaId: string | null): void {
  const on = !someOn(areaId);
  edit(`all steps on ${nameOf(areaId)} ${on ? 'on' : 'off'}`, (photo) =>
    turnSteps(
      photo,
      ofArea(areaId).map(({ id }) => id),
      on,
    ),
  );
}
/** Where a step that had the focus is gone, the plan has it. */
const section = useTemplateRef<HTMLElement>('section');
watch(
  () => props.photo.plan.length,
  (now, before) => {
    if (now < before && document.activeElement === document.body) section.value?.focus();
  },
  { flush: 'post' },
);
const folded = ref(new Set<string | null>());
function fold(areaId: string | null): void {
  const next = new Set(folded.value);
  if (!next.delete(areaId)) next.add(areaId);
  folded.value = next;
}
</script>

<template>
  <section
    ref="section"
    aria-label="Plan"
    tabindex="-1"
    class="flex min-h-24 grow flex-col border-t border-line pt-2"
  >
    <div class="mb-0.5 flex items-center gap-2">
      <h2 class="heading grow"><WordHelp of="plan">Plan</WordHelp></h2>
      <button
        v-if="seeing.soloOf(photo)"
        class="text-[12px] text-accent underline decoration-dotted"
        @click="seeing.soloStepId = undefined"
      >
        show all steps
      </button>
      <span class="text-[12px] text-quiet"
        >{{ photo.plan.length }} {{ photo.plan.length === 1 ? 'step' : 'steps' }}</span
      >
    </div>
    <p v-if="photo.plan.length === 0" class="text-[12px] text-quiet">
      Steps stand here in the order in which they are done.
    </p>
    <VueDraggable
      v-model="order"
      tag="ol"
      handle="[data-grip]"
      force-fallback
      :fallback-tolerance="3"
      :animation="calm ? 0 : 120"
      class="flex flex-col"
      @end="moved"
    >
      <li v-for="(step, n) in order" :key="step.id" :data-step="step.kind">
        <p v-if="heads(n)" class="mt-1 flex items-center gap-1 text-[12px] font-semibold">
          <input
            type="checkbox"
            class="accent-(--accent)"
            :checked="someOn(step.areaId)"
            :indeterminate="someOn(step.areaId) && ofArea(step.areaId).some(({ on }) => !on)"
            :aria-label="`all on ${nameOf(step.areaId)}`"
            :title="`All steps on ${nameOf(step.areaId)}`"
            @change="turn(step.areaId)"
          />
          <button
            class="min-w-0 grow truncate text-left"
            :aria-expanded="!folded.has(step.areaId)"
            :title="`Fold the steps on ${nameOf(step.areaId)}`"
            @click="fold(step.areaId)"
          >
            {{ nameOf(step.areaId) }}{{ folded.has(step.areaId) ? ` (${ofArea(step.areaId).length})` : '' }}
          </button>
        </p>
        <PlanLine v-if="!folded.has(step.areaId)" :step="step" :photo="photo" @take="bench.takeStep(step)" />
      </li>
    </VueDraggable>
  </section>
</template>
