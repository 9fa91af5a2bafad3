/**
 * Work of which one round is done at a time: whatever is asked for meanwhile is one more round, of the newest
 * state.
 * @param work sees to its own errors
 */
export function newestAlone(work: () => Promise<void>): () => Promise<void> {
  let isRunning = false;
  let isStale = false;
  return async () => {
    isStale = isRunning;
    if (isRunning) return;
    isRunning = true;
    do {
      isStale = false;
      await work();
    } while (isStale);
    isRunning = false;
  };
}
