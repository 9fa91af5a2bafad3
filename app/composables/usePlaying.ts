import { useRafFn } from '@vueuse/core';
import { watch } from 'vue';
import { useShot } from '../stores/shot';

/**
 * Shows the frames of a shot, or of the range that is chosen, round and round, while it plays: when they are due, or
 * each of them, for its time at least.
 */
export function usePlaying(): void {
  const shot = useShot();
  /** when the first frame of this round was shown, or the frame that is seen, milliseconds */
  let began = 0;

  const { pause, resume } = useRafFn(({ timestamp }) => show(timestamp), { immediate: false });

  function show(timestamp: number): void {
    const { times, end } = shot.facts!;
    const { from, to } = shot.played;
    const untilOf = (n: number) => times[n + 1] ?? end;
    if (shot.pace === 'every frame') {
      // Its time begins when its picture is seen.
      if (shot.seen !== shot.at) began = timestamp;
      else if (timestamp - began >= 1000 * (untilOf(shot.at) - times[shot.at]!))
        shot.goTo(shot.at < from || shot.at >= to ? from : shot.at + 1);
      return;
    }
    const due = times[from]! + (((timestamp - began) / 1000) % (untilOf(to) - times[from]!));
    shot.goTo(times.findLastIndex((time) => time <= due));
  }
  watch([() => shot.playing, () => shot.pace], ([playing]) => {
    if (!playing) return pause();
    const { times } = shot.facts!;
    const { from, to } = shot.played;
    const start = shot.at < from || shot.at > to ? from : shot.at;
    began = performance.now() - 1000 * (times[start]! - times[from]!);
    resume();
  });
}
