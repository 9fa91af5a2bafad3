/**
 * Median time of each of some tasks in milliseconds, run by turns, so that a busy moment meets all of them.
 * @param warm whether a first round, which teaches the compiler, goes before those that count
 */
export function medianTime(
  tasks: readonly (() => unknown)[],
  { rounds, warm }: { readonly rounds: number; readonly warm: boolean },
): number[] {
  const times = tasks.map((): number[] => []);
  for (let round = warm ? -1 : 0; round < rounds; round++)
    tasks.forEach((task, n) => {
      const start = performance.now();
      task();
      if (round >= 0) times[n]!.push(performance.now() - start);
    });
  return times.map((own) => own.toSorted((p, q) => p - q)[rounds >> 1]!);
}
