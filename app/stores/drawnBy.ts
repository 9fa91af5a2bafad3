import { useLocalStorage } from '@vueuse/core';
import { defineStore } from 'pinia';
import { computed, ref, shallowRef } from 'vue';
import type { CardTrial } from '#workers/client';
import { useWorkers } from '../composables/useWorkers';

/** Who draws pictures: whoever is found to be quicker, or always the one. */
export const DRAWING_CHOICES = ['quicker', 'processor', 'card'] as const;
export type DrawingChoice = (typeof DRAWING_CHOICES)[number];

/** Whether pictures are drawn by the machine's graphics card: chosen here, and found out by a trial. */
export const useDrawnBy = defineStore('drawnBy', () => {
  const choice = useLocalStorage<DrawingChoice>('even-blush-drawn-by', 'quicker');
  /** of the last one; undefined where there is no card */
  const trial = shallowRef<CardTrial>();
  const isTrying = ref(false);
  const isRight = computed(() => trial.value?.isRight ?? false);
  const isQuicker = computed(() => !!trial.value && trial.value.cardMs < trial.value.processorMs);
  const byCard = computed(
    () => choice.value !== 'processor' && isRight.value && (choice.value === 'card' || isQuicker.value),
  );

  /** Tries the card as the choice says, and draws by it if it is right. */
  async function decide(): Promise<void> {
    const workers = useWorkers();
    const mayBeSlow = choice.value === 'card';
    isTrying.value = true;
    try {
      trial.value = choice.value === 'processor' ? undefined : await workers.tryCard(mayBeSlow);
    } catch {
      // A card whose driver fails is none.
      trial.value = undefined;
    } finally {
      isTrying.value = false;
    }
    workers.renderers.drawByCard({ uses: byCard.value, mayBeSlow });
  }

  return { choice, trial, isTrying, isRight, byCard, decide };
});
