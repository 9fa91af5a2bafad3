import { computed, inject, provide } from 'vue';
import type { ComputedRef, InjectionKey } from 'vue';

const PATHS: InjectionKey<ComputedRef<ReadonlySet<string>>> = Symbol('numbers that go over in a shot');

/** Says of which numbers below it is known that they go over to another key frame's. */
export function provideGoingOver(paths: () => readonly string[]): void {
  provide(
    PATHS,
    computed(() => new Set(paths())),
  );
}

/** Whether a number goes over to another key frame's. */
export function useGoingOver(path: () => string | undefined): ComputedRef<boolean> {
  const paths = inject(PATHS, undefined);
  return computed(() => paths?.value.has(path() ?? '') ?? false);
}
