<script setup lang="ts">
import { DRAG_QUANTITIES } from '#core/offer/stepContext';
import type { DragQuantity } from '#core/offer/stepContext';

/**
 * What the hand on the picture does, in reach while it does it: marks with their numbers, or what a step
 * asked for.
 */
const bench = useBench();
const drawing = useDrawing();
const questions = useQuestions();

const PULLS = DRAG_QUANTITIES.map((value) => ({ value, name: value }));
const quantity = computed<DragQuantity | null>({
  get: () => questions.quantity,
  set: (next) => next && (questions.quantity = next),
});
const hint = computed(() => {
  switch (bench.tool) {
    case 'pick':
      return 'Press the place whose colour is wanted.';
    case 'drags':
      return `Take hold of a colour and drag up or down: its ${questions.quantity} follows.`;
    case 'reading':
      return `Press on the skin where its ${RUNG_NAMES[bench.placing!].name} is: off blush, glints and hair.`;
    default:
      return drawing.takes ? drawing.kind?.drawing.hint : 'What the line touches is taken out of the area.';
  }
});
</script>

<template>
  <div
    class="absolute inset-x-0 top-0 z-10 flex cursor-default flex-wrap items-center gap-x-3 gap-y-1 border-b border-line bg-panel/95 px-3 py-1.5 text-[13px]"
    role="toolbar"
    aria-label="Marks"
    @pointerdown.stop
    @pointerup.stop
    @pointermove.stop
    @wheel.stop
  >
    <ToggleGroup
      v-if="bench.tool === 'drags'"
      v-model="quantity"
      label="What a drag changes"
      :options="PULLS"
    />
    <MarkChoice v-if="bench.editing" />
    <span class="flex grow basis-72 items-center gap-3">
      <span class="grow leading-tight text-quiet" role="status">{{ hint }}</span>
      <button class="press" @click="bench.lookOnly()">Done <span class="key">Esc</span></button>
    </span>
  </div>
</template>
