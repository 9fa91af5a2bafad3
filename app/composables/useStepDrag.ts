import type { PictureDrag } from '../stores/bench';

/**
 * Follows a drag over the picture: `begin` says what a drag starts from (undefined while that is not known yet), `move` is given that and how far up it is.
 * @param drag of the step, undefined while none was made
 */
export function useStepDrag<Start>(
  drag: () => PictureDrag | undefined,
  begin: (drag: PictureDrag) => Start | undefined,
  move: (start: Start, drag: PictureDrag) => void,
): void {
  let turn: number | undefined;
  let start: Start | undefined;
  watch(drag, (now) => {
    if (!now) return;
    if (now.turn !== turn) start = undefined;
    turn = now.turn;
    start ??= begin(now);
    if (start !== undefined) move(start, now);
  });
}
