import { defineStore } from 'pinia';
import { shallowRef } from 'vue';

/** One thing to do, or a list of further ones. */
export interface MenuEntry {
  readonly words: string;
  readonly off?: boolean;
  /** what is in use now is marked */
  readonly now?: boolean;
  /** a key that does the same */
  readonly key?: string;
  readonly run?: () => void;
  readonly more?: () => readonly MenuEntry[];
}

/** What can be done at a place of the screen: one menu at a time. */
export const useMenu = defineStore('menu', () => {
  const open = shallowRef<{
    readonly label: string;
    /** CSS pixels from the window's corner */
    readonly x: number;
    readonly y: number;
    readonly entries: readonly MenuEntry[];
    /** what has the focus again afterwards */
    readonly from: HTMLElement | undefined;
  }>();

  function show(label: string, at: { x: number; y: number }, entries: readonly MenuEntry[]): void {
    const active = document.activeElement;
    open.value = { label, ...at, entries, from: active instanceof HTMLElement ? active : undefined };
  }

  /** Below a button that was pressed. */
  function showBelow(button: HTMLElement, label: string, entries: readonly MenuEntry[]): void {
    const { left, bottom } = button.getBoundingClientRect();
    open.value = { label, x: left, y: bottom + 2, entries, from: button };
  }

  function putAway(): void {
    const from = open.value?.from;
    open.value = undefined;
    if (from?.isConnected) from.focus();
  }

  /** Does what an entry says, or shows what it leads to. */
  function choose(entry: MenuEntry): void {
    const shown = open.value;
    if (!shown || entry.off) return;
    if (entry.more) open.value = { ...shown, label: entry.words, entries: entry.more() };
    else {
      putAway();
      entry.run?.();
    }
  }

  return { open, show, showBelow, putAway, choose };
});
