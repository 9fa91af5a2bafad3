import type { PullToolHost } from '../tools/pullTool';

/** Hands drags over the picture to the step that asked for them: the place's colour first, then how far up the hand is. */
export function usePullHost(): PullToolHost {
  const bench = useBench(), sitting = useSitting(), workers = useWorkers();
  const { photo } = useBenchPhoto();
  let turn = 0, up = 0, held = false;

  function end(finish: () => void): void {
    // What moved while the place was still being measured is given up with it.
    held = false;
    turn++;
    finish();
  }

  return {
    begin: async (at) => {
      const document = photo.value, stepId = bench.pullingFor, mine = ++turn;
      if (!document || !stepId) return;
      up = 0;
      held = true;
      sitting.beginGesture(`drag ${bench.pullsAt}`);
      const colours = await workers.patch(document, at.x, at.y, bench.pickSize).catch(() => undefined);
      if (colours && held && mine === turn) bench.dragged = { stepId, ...colours, quantity: bench.pullsAt, up, turn: mine };
    },
    pull: (now) => {
      up = now;
      if (held && bench.dragged?.turn === turn) bench.dragged = { ...bench.dragged, up };
    },
    complete: () => end(() => sitting.endGesture()),
    cancel: () => end(() => sitting.cancelGesture()),
  };
}
