<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue';
import { moveStep, putStep, removeStep } from '#core/document/commands';
import type { Photo, Step } from '#core/document/schema';
import { companionsOf } from '#kinds/companions/companions';
import type { Companion } from '#kinds/companions/companions';
import { KINDS } from '#kinds/registry.gen';
import type { Survey } from '#workers/client';

/** What is done with a step as a whole: on and off, its place, what goes with it. */
const props = defineProps<{
  step: Step;
  photo: Photo;
  survey: Survey | undefined;
  first: boolean;
  last: boolean;
}>();
const bench = useBench();
const { edit } = useBenchPhoto();

const label = computed(() => KINDS.adjusts.get(props.step.kind)!.label);
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

const move = (places: number) => edit('reorder steps', (photo) => moveStep(photo, props.step.id, places));
const turn = () =>
  edit(props.step.on ? 'step off' : 'step on', (photo) =>
    putStep(photo, { ...props.step, on: !props.step.on }),
  );
const remove = () => edit(`delete step ${label.value}`, (photo) => removeStep(photo, props.step.id));
</script>

<template>
  <p class="mt-0.5 flex items-center gap-0.5">
    <label class="flex items-center gap-1.5 text-[12px]"
      ><input
        type="checkbox"
        :checked="step.on"
        class="accent-(--accent)"
        :aria-label="`Step ${label} on`"
        @change="turn"
      />{{ step.on ? 'on' : 'off' }}</label
    >
    <button
      v-for="companion in companions"
      :key="companion.label"
      class="press-bare text-[12px]"
      :title="companion.help"
      @click="add(companion)"
    >
      {{ companion.label }}
    </button>
    <span class="grow" />
    <button class="press-bare" aria-label="Earlier" title="Earlier" :disabled="first" @click="move(-1)">
      <ArrowUp :size="14" />
    </button>
    <button class="press-bare" aria-label="Later" title="Later" :disabled="last" @click="move(1)">
      <ArrowDown :size="14" />
    </button>
    <button class="press-bare" :aria-label="`Delete step ${label}`" title="Delete step" @click="remove">
      <X :size="14" />
    </button>
  </p>
</template>
