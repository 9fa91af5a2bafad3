/** One tab at a time works on a sitting. `held` is false while another does; a tab may take over. */
export function useSittingLock(id: string) {
  const held = ref(true);
  let release: (() => void) | undefined;

  async function request(options: LockOptions): Promise<void> {
    try {
      await navigator.locks.request(`even-blush:${id}`, options, (lock) => {
        held.value = lock !== null;
        return lock ? new Promise<void>((resolve) => (release = resolve)) : undefined;
      });
    } catch {
      // Another tab took over: the lock was stolen.
      held.value = false;
    }
  }

  void request({ ifAvailable: true });
  onScopeDispose(() => release?.());
  return { held: readonly(held), takeOver: () => void request({ steal: true }) };
}
