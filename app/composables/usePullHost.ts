import type { Point } from '../stores/view';
import type { PullToolHost } from '../tools/pullTool';

/** Hands drags over the picture to the step that asked for them: the place's colour first, then how far up the hand is. */
export function usePullHost(): PullToolHost {
  const bench = useBench();
  const sitting = useSitting();
  const workers = useWorkers();
  const { photo } = useBenchPhoto();
  let turn = 0;
  let up = 0;
  let held = false;
  let measured: Promise<void> = Promise.resolve();

  async function measure(at: Point, mine: number): Promise<void> {
    const document = photo.value;
    const stepId = bench.pullingFor;
    const colours =
      document && (await workers.patch(document, at.x, at.y, bench.pickSize).catch(() => undefined));
    if (colours && stepId && mine === turn)
      bench.dragged = { stepId, ...colours, quantity: bench.pullsAt, up, turn: mine };
  }

  function end(): void {
    if (held) sitting.endGesture();
    held = false;
  }

  return {
    begin: (at) => {
      end();
      up = 0;
      held = true;
      sitting.beginGesture(`drag ${bench.pullsAt}`);
      measured = measure(at, ++turn);
    },
    pull: (now) => {
      up = now;
      if (held && bench.dragged?.turn === turn) bench.dragged = { ...bench.dragged, up };
    },
    // A hand may be quicker than the measuring of the place: the drag ends once it has been followed.
    complete: async () => {
      const mine = turn;
      await measured;
      await nextTick();
      if (mine === turn) end();
    },
    cancel: () => {
      turn++;
      held = false;
      sitting.cancelGesture();
    },
  };
}
