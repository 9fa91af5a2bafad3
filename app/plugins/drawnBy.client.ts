import { watch } from 'vue';
import { useDrawnBy } from '../stores/drawnBy';

const AFTER_MS = 1500;

/** Tries the graphics card once the page has done what it was opened for, and again when another way is chosen. */
export default defineNuxtPlugin(() => {
  const drawnBy = useDrawnBy();
  setTimeout(() => {
    void drawnBy.decide();
    watch(() => drawnBy.choice, drawnBy.decide);
  }, AFTER_MS);
});
