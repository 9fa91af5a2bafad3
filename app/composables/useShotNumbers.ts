import { computed, inject, onScopeDispose, provide, shallowReactive, watch } from 'vue';
import type { ComputedRef, InjectionKey } from 'vue';

/** Numbers of a step in a shot, by the names that lead to them. */
interface ShotNumbers {
  /** those that go over to another key frame's */
  readonly goingOver: ComputedRef<ReadonlySet<string>>;
  /** those whose fields show them in percent */
  readonly shares: Set<string>;
}
const NUMBERS: InjectionKey<ShotNumbers> = Symbol('numbers of a step in a shot');

/** Holds what is known of the numbers below, and says which of them go over to another key frame's. */
export function provideShotNumbers(paths: () => readonly string[]): void {
  provide(NUMBERS, {
    goingOver: computed(() => new Set(paths())),
    shares: shallowReactive(new Set<string>()),
  });
}

/** Whether a number goes over to another key frame's. */
export function useGoingOver(path: () => string | undefined): ComputedRef<boolean> {
  const numbers = inject(NUMBERS, undefined);
  return computed(() => numbers?.goingOver.value.has(path() ?? '') ?? false);
}

/** Says of a number of 0..1 that it is shown in percent, as long as whoever says so is there. */
export function useShownInPercent(path: () => string | undefined): void {
  const shares = inject(NUMBERS, undefined)?.shares;
  if (!shares) return;
  watch(
    path,
    (name, before) => {
      shares.delete(before ?? '');
      if (name !== undefined) shares.add(name);
    },
    { immediate: true },
  );
  onScopeDispose(() => shares.delete(path() ?? ''));
}

/** Writes a number of the step as its field shows it. */
export function useWrittenNumber(): (path: string, value: number) => string {
  const shares = inject(NUMBERS, undefined)?.shares;
  const rounded = (value: number) => String(Number(value.toFixed(2)));
  return (path, value) => (shares?.has(path) ? `${rounded(100 * value)} %` : rounded(value));
}
