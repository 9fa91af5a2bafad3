import { useLocalStorage, usePreferredDark } from '@vueuse/core';
import { computed } from 'vue';

/** How the panels look: as the system does, or always one way. */
export const LOOKS = ['system', 'light', 'dark'] as const;
export type Look = (typeof LOOKS)[number];

/** The choice of light or dark, kept in the browser. */
export function useLookChoice() {
  return useLocalStorage<Look>('even-blush-look', 'system');
}

/** Light or dark as it comes out of choice and system. */
export function useLook() {
  const choice = useLookChoice();
  const dark = usePreferredDark();
  return computed(() => {
    if (choice.value !== 'system') return choice.value;
    return dark.value ? 'dark' : 'light';
  });
}
