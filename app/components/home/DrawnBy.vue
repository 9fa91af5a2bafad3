<script setup lang="ts">
import type { DrawingChoice } from '../../stores/drawnBy';

/** Who draws pictures on this machine and why, with the choice. */
const drawnBy = useDrawnBy();
const OPTIONS: readonly { value: DrawingChoice; name: string; title: string }[] = [
  {
    value: 'quicker',
    name: 'Whichever is quicker',
    title: 'The graphics card is tried whenever the page opens',
  },
  { value: 'processor', name: 'Processor', title: 'The graphics card is left alone' },
  {
    value: 'card',
    name: 'Graphics card',
    title: 'Even where the processor is quicker, if it draws the same within one code of 255',
  },
];
const milliseconds = (ms: number) => `${ms < 10 ? ms.toFixed(1) : Math.round(ms)} ms`;
const words = computed(() => {
  if (drawnBy.isTrying) return 'The graphics card is being tried …';
  const { trial, choice, isRight, byCard } = drawnBy;
  if (choice === 'processor') return 'The processor draws pictures';
  if (!trial) return 'The processor draws pictures: this browser gives no graphics card that is of use';
  if (!isRight) return 'The processor draws pictures: the graphics card draws other colours';
  const times = `in a trial it took ${milliseconds(trial.cardMs)}, the processor ${milliseconds(trial.processorMs)}`;
  return byCard
    ? `The graphics card draws pictures: ${times}`
    : `The processor draws pictures, not the graphics card: ${times}`;
});
</script>

<template>
  <section
    aria-label="Drawing"
    class="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-line pt-3 text-[12.5px] text-quiet"
  >
    <span role="status">{{ words }}</span>
    <span class="grow" />
    <ToggleGroup v-model="drawnBy.choice" label="Who draws pictures" :options="OPTIONS" bare />
  </section>
</template>
