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

/** The middle one of some numbers. */
export function median(values: readonly number[]): number {
  return quantile(values, 0.5);
}

/** The number below which a share of some lie. */
export function quantile(values: readonly number[], share: number): number {
  return values.toSorted((p, q) => p - q)[Math.floor(share * values.length)]!;
}
