/** What this browser's storage holds of the work, bytes. */
export interface StorageRoom {
  readonly used: number;
  /** what it may hold; undefined where the browser does not say */
  readonly most: number | undefined;
  /** whether the browser promised not to clear it */
  readonly lasting: boolean;
}

/** Asks the browser what it holds, and to keep it. */
export async function storageRoom(): Promise<StorageRoom> {
  const { usage, quota } = await navigator.storage.estimate();
  const lasting = (await navigator.storage.persisted()) || (await navigator.storage.persist());
  return { used: usage ?? 0, most: quota, lasting };
}

/** Whether any tab has a sitting in hand. */
export async function isAnyOpen(): Promise<boolean> {
  const { held } = await navigator.locks.query();
  return (held ?? []).some(({ name }) => name?.startsWith('even-blush:'));
}
