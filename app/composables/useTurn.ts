import { onBeforeUnmount, onMounted, readonly, ref } from 'vue';
import type { Ref } from 'vue';

/**
 * Whether something's turn has come: so many tasks after its component stood. What is large comes in pieces, one
 * behind the other, so that a hand never waits for all of it.
 */
export function useTurn(tasks: number): Readonly<Ref<boolean>> {
  const isDue = ref(false);
  let timer: ReturnType<typeof setTimeout>;
  const wait = (left: number) => {
    if (left === 0) isDue.value = true;
    else timer = setTimeout(() => wait(left - 1));
  };
  onMounted(() => wait(tasks));
  onBeforeUnmount(() => clearTimeout(timer));
  return readonly(isDue);
}
