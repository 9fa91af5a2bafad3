import type { PullToolHost } from '../tools/pullTool';
import { useBenchPhoto } from './useBenchPhoto';
import { useWorkers } from './useWorkers';
import { useBench } from '../stores/bench';
import { useQuestions } from '../stores/questions';
import { useSitting } from '../stores/sitting';

/**
 * Hands drags over the picture to the step that asked for them: the place's colour first, then how far up the
 * hand is.
 */
export function useDragQuestion(): PullToolHost {
  const bench = useBench();
  const questions = useQuestions();
  const sitting = useSitting();
  const workers = useWorkers();
  const { photo } = useBenchPhoto();
  /** the drag in progress: what follows it once the place is measured */
  let drag: { up: number; follow: ((up: number) => void) | undefined } | undefined;
  let measured: Promise<void> = Promise.resolve();

  async function measure(at: { readonly x: number; readonly y: number }, mine: typeof drag): Promise<void> {
    const document = photo.value;
    const asked = questions.open;
    if (!mine || !document || asked?.is !== 'drags') return;
    // What the step sees: the picture as the steps before it leave it.
    const place = document.plan.findIndex(({ id }) => id === asked.stepId);
    const reaching = { ...document, plan: document.plan.slice(0, Math.max(0, place)) };
    const colours = await workers.analyst
      .patch(reaching, { ...at, size: bench.pickSize })
      .catch(() => undefined);
    if (!colours || mine !== drag) return;
    mine.follow = asked.begin(colours.result, questions.quantity);
    mine.follow?.(mine.up);
  }

  function end(): void {
    if (drag) sitting.endGesture();
    drag = undefined;
  }

  return {
    begin: (at) => {
      end();
      drag = { up: 0, follow: undefined };
      sitting.beginGesture(`drag ${questions.quantity}`);
      measured = measure(at, drag);
    },
    pull: (up) => {
      if (!drag) return;
      drag.up = up;
      drag.follow?.(up);
    },
    // A hand may be quicker than the measuring of the place: the drag ends once it has been followed.
    complete: async () => {
      const mine = drag;
      await measured;
      if (mine === drag) end();
    },
    cancel: () => {
      drag = undefined;
      sitting.cancelGesture();
    },
  };
}
