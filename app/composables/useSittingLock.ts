import { onScopeDispose, readonly, ref } from 'vue';
const lockName = (id: string) => `even-blush:${id}`;
/**
 * How long a tab that works on a sitting has to store its last change before it is taken over all the same.
 */
const LET_GO_MS = 3000;

/**
 * One tab at a time works on a sitting. `held` is false while another does; a tab may take over: the other
 * one is asked to store what it has and to let go.
 * @param letGo stores the last changes
 */
export function useSittingLock(id: string, letGo: () => Promise<void>) {
  const held = ref(true);
  const channel = new BroadcastChannel(lockName(id));
  let release: (() => void) | undefined;

  async function request(options: LockOptions): Promise<void> {
    try {
      await navigator.locks.request(lockName(id), options, (lock) => {
        held.value = lock !== null;
        return lock ? new Promise<void>((resolve) => (release = resolve)) : undefined;
      });
    } catch (error) {
      // Not let go in time: another request steals the lock.
      if (options.signal?.aborted) throw error;
      // Another tab took over: the lock was stolen.
      held.value = false;
    }
  }

  async function takeOver(): Promise<void> {
    channel.postMessage('let go');
    await request({ signal: AbortSignal.timeout(LET_GO_MS) }).catch(() => request({ steal: true }));
  }

  channel.addEventListener('message', async () => {
    if (!held.value || !release) return;
    await letGo();
    held.value = false;
    release();
    release = undefined;
  });

  void request({ ifAvailable: true });
  onScopeDispose(() => {
    release?.();
    channel.close();
  });
  return { held: readonly(held), takeOver: () => void takeOver() };
}

/**
 * Does something to a sitting while no tab works on it.
 * @returns false, and nothing is done, when one does
 */
export async function whileNobodyWorks(id: string, work: () => Promise<void>): Promise<boolean> {
  return navigator.locks.request(lockName(id), { ifAvailable: true }, async (lock) => {
    if (lock) await work();
    return lock !== null;
  });
}
