import { useRafFn } from '@vueuse/core';
import { watch } from 'vue';
import { useShot } from '../stores/shot';

/** Shows the frames of a shot, or of the range that is chosen, when they are due, round and round, while it plays. */
export function usePlaying(): void {
  const shot = useShot();
  /** when the first frame of this round was shown, milliseconds */
  let began = 0;

  const { pause, resume } = useRafFn(
    ({ timestamp }) => {
      const { times, end } = shot.facts!;
      const { from, to } = shot.played;
      const length = (times[to + 1] ?? end) - times[from]!;
      const due = times[from]! + (((timestamp - began) / 1000) % length);
      shot.goTo(times.findLastIndex((time) => time <= due));
    },
    { immediate: false },
  );
  watch(
    () => shot.playing,
    (playing) => {
      if (!playing) return pause();
      const { times } = shot.facts!;
      const { from, to } = shot.played;
      const start = shot.at < from || shot.at > to ? from : shot.at;
      began = performance.now() - 1000 * (times[start]! - times[from]!);
      resume();
    },
  );
}
