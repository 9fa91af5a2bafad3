import { createGlobalState, useLocalStorage } from '@vueuse/core';
import { computed } from 'vue';
import { z } from 'zod';
import { BENCH_KEYS } from './benchKeys';
import type { BenchKey } from './benchKeys';

const SHIFT = 'Shift ';
const choicesSchema = z.record(z.string(), z.string().min(1).max(12));

/**
 * The name of a pressed key: letters in capitals, with shift before them; other signs as they are typed.
 * Undefined for keys that have a meaning of their own (arrows, Enter, those with Ctrl or Alt).
 */
export function nameOfKey(
  event: Pick<KeyboardEvent, 'key' | 'shiftKey' | 'ctrlKey' | 'metaKey' | 'altKey'>,
): string | undefined {
  const { key, shiftKey, ctrlKey, metaKey, altKey } = event;
  if (ctrlKey || metaKey || altKey || key.length !== 1 || key === ' ') return undefined;
  const isLetter = key.toLowerCase() !== key.toUpperCase();
  if (!isLetter) return key;
  return `${shiftKey ? SHIFT : ''}${key.toUpperCase()}`;
}

/** A key as it is shown where there is little room. */
export function shortKey(key: string): string {
  return key.replace(SHIFT, '⇧');
}

/** The keys as they were chosen, kept in the browser; one for the whole page. */
export const useKeys = createGlobalState(() => {
  const stored = useLocalStorage<Record<string, string>>('even-blush-keys', {});
  const keys = computed(() => {
    const choices = choicesSchema.safeParse(stored.value).data ?? {};
    return new Map(BENCH_KEYS.map(({ id, key, fixed }) => [id, (!fixed && choices[id]) || key]));
  });
  const ids = computed(() => new Map([...keys.value].map(([id, key]) => [key, id])));

  /** The key of a command. */
  function keyOf(id: string): string {
    return keys.value.get(id)!;
  }

  /** The command of a pressed key; a letter with shift that has none is the letter. */
  function commandOf(event: KeyboardEvent): string | undefined {
    if (event.key === 'Escape') return 'leave';
    const name = nameOfKey(event);
    return name === undefined ? undefined : (ids.value.get(name) ?? ids.value.get(name.replace(SHIFT, '')));
  }

  /** Whether a key that is let go, with shift or without, is that of a command that is held. */
  function endsHold(event: KeyboardEvent, id: string): boolean {
    return event.key.toUpperCase() === keyOf(id).replace(SHIFT, '').toUpperCase();
  }

  /** Gives a command another key. @returns the command that had it, which takes the old one */
  function choose(id: string, key: string): BenchKey | undefined {
    const other = BENCH_KEYS.find((entry) => entry.id !== id && keyOf(entry.id) === key);
    if (other?.fixed) return undefined;
    stored.value = { ...stored.value, [id]: key, ...(other && { [other.id]: keyOf(id) }) };
    return other;
  }

  function reset(): void {
    stored.value = {};
  }

  const isChanged = computed(() => BENCH_KEYS.some(({ id, key }) => keyOf(id) !== key));

  return { keyOf, commandOf, endsHold, choose, reset, isChanged };
});
