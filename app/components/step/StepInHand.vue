<script setup lang="ts">
import { ChevronLeft, ChevronRight, X } from '@lucide/vue';
import { putStep, removeStep } from '#core/document/commands';
import type { JsonObject } from '#core/document/kinds';
import type { Photo, Step } from '#core/document/schema';
import { companionsOf } from '#kinds/companions/companions';
import type { Companion } from '#kinds/companions/companions';
import { KINDS } from '#kinds/registry.gen';
import type { Survey } from '#workers/client';
import { STEP_CONTROLS } from '../../kinds.gen';

/** The step in hand as a sentence whose fields can be edited in place, and where in the plan it stands. */
const props = defineProps<{ step: Step; photo: Photo; survey: Survey | undefined }>();
const bench = useBench();
const questions = useQuestions();
const { edit } = useBenchPhoto();

const kind = computed(() => KINDS.adjusts.get(props.step.kind)!);
const label = computed(() => kind.value.label);
const area = computed(() => props.photo.areas.find(({ id }) => id === props.step.areaId));
const place = computed(() => props.photo.plan.findIndex(({ id }) => id === props.step.id));
const context = useStepContext(props);
provideGesture(() => label.value);
const { next, changes } = useStepInShot(props);
provideShotNumbers(() => changes.value.map(({ name }) => name));
const change = (what: string, next: Partial<Step>) =>
  edit(what, (photo) => putStep(photo, { ...props.step, ...next }));

/** What the one at the picture is asked to do for this step. */
const ASKS: Readonly<Record<string, string>> = {
  pick: 'Press a place of the picture; Escape gives up.',
  drags: 'Drag up or down on the picture; Escape ends it.',
  handles: 'Drag its handles on the picture; Escape puts them away.',
};
const asks = computed(() => (questions.open?.stepId === props.step.id ? ASKS[questions.open.is] : undefined));

const companions = computed(() =>
  companionsOf(props.photo, props.step, props.survey?.areas[props.step.areaId ?? '']?.box),
);
function add(companion: Companion): void {
  let goOnWith: string | undefined;
  edit(companion.change, (before) => {
    const made = companion.make(before, () => crypto.randomUUID());
    goOnWith = made.areaId;
    return made.photo;
  });
  if (goOnWith !== undefined) bench.choose(goOnWith);
}
const go = (places: number) => {
  const next = props.photo.plan[place.value + places];
  if (next) bench.takeStep(next);
};
</script>

<template>
  <section
    class="rounded-lg border border-line bg-raised p-2.5 text-[13.5px] leading-relaxed"
    aria-label="The step in hand"
    :data-hand="step.kind"
  >
    <header
      class="mb-1 flex flex-wrap items-center gap-x-1.5 border-b border-line pb-1 text-[12px] text-quiet"
    >
      <button
        class="press-bare !px-0.5"
        aria-label="The step before"
        title="The step before in the plan"
        :disabled="place === 0"
        @click="go(-1)"
      >
        <ChevronLeft :size="15" />
      </button>
      <span class="whitespace-nowrap">step {{ place + 1 }} of {{ photo.plan.length }}</span>
      <button
        class="press-bare !px-0.5"
        aria-label="The step after"
        title="The step after in the plan"
        :disabled="place === photo.plan.length - 1"
        @click="go(1)"
      >
        <ChevronRight :size="15" />
      </button>
      <HelpPopover :name="kind.offer.label" :help="`${kind.offer.help}.`"
        ><StepExample :example="kind.offer.example"
      /></HelpPopover>
      <label class="ml-auto flex items-center gap-1"
        ><input
          type="checkbox"
          :checked="step.on"
          class="accent-(--accent)"
          :aria-label="`Step ${label} on`"
          @change="change(step.on ? 'step off' : 'step on', { on: !step.on })"
        />on</label
      >
      <label class="whitespace-nowrap"
        >strength
        <NumberField
          :model-value="100 * step.strength"
          label="Strength"
          :min="0"
          :max="100"
          unit=" %"
          :reset="100"
          change="strength"
          path="strength"
          class="text-ink"
          @update:model-value="change('strength', { strength: $event / 100 })"
      /></label>
      <button
        class="press-bare !px-0.5"
        :aria-label="`Delete step ${label}`"
        title="Delete step"
        @click="edit(`delete step ${label}`, (before) => removeStep(before, step.id))"
      >
        <X :size="14" />
      </button>
    </header>
    <div :class="step.on ? '' : 'opacity-60'">
      <component
        :is="STEP_CONTROLS[step.kind]"
        :model-value="step.parameters"
        :context="context"
        @update:model-value="change(label, { parameters: $event as JsonObject })"
      >
        <span class="font-semibold">{{ area?.name ?? 'the whole picture' }}</span>
      </component>
    </div>
    <StepInShot v-if="photo.frame" :step="step" :place="photo.frame" :next="next" :changes="changes" />
    <p v-if="asks" class="text-[12px] font-semibold text-accent" role="status">{{ asks }}</p>
    <p v-if="companions.length > 0" class="mt-1 flex flex-wrap gap-x-1">
      <button
        v-for="companion in companions"
        :key="companion.label"
        class="press-bare text-[12px]"
        :title="companion.help"
        @click="add(companion)"
      >
        {{ companion.label }}
      </button>
    </p>
  </section>
</template>
