import { nextTick, shallowRef, watch } from 'vue';
import { useLook } from './useLook';

/** The theme's inks, which a canvas must be told. */
export function useInks() {
  const look = useLook();
  const inks = shallowRef(readInks());
  // Once the page has put them on.
  watch(look, () => nextTick(() => (inks.value = readInks())));
  return inks;
}

function readInks() {
  const style = getComputedStyle(document.documentElement);
  const ink = (name: string) => style.getPropertyValue(`--${name}`).trim();
  return { ink: ink('ink'), quiet: ink('quiet'), warn: ink('warn'), paper: ink('paper') };
}
