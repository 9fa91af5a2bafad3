import { inject, provide } from 'vue';
import type { InjectionKey } from 'vue';
import { useSitting } from '../stores/sitting';

/** A change by hand with a beginning and an end: one checkpoint, or nothing when it is given up. */
export interface Gesture {
  /** @param label names it, for undo; where absent, it has the name of what it is part of */
  begin(label?: string): void;
  end(): void;
  /** everything is as it was before it began */
  cancel(): void;
}

const GESTURE: InjectionKey<Gesture> = Symbol('gesture');
const NO_GESTURE: Gesture = { begin: () => undefined, end: () => undefined, cancel: () => undefined };

/**
 * Makes the fields and handles below change the sitting in gestures.
 * @param label names those without a name
 */
export function provideGesture(label: () => string): Gesture {
  const sitting = useSitting();
  const gesture: Gesture = {
    begin: (own) => sitting.beginGesture(own ?? label()),
    end: () => sitting.endGesture(),
    cancel: () => sitting.cancelGesture(),
  };
  provide(GESTURE, gesture);
  return gesture;
}

/** The gesture in which fields and handles change things; one that does nothing where nothing is kept. */
export function useGesture(): Gesture {
  return inject(GESTURE, NO_GESTURE);
}
