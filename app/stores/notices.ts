import { defineStore } from 'pinia';

export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly kind: 'plain' | 'problem';
  readonly action?: { readonly label: string; readonly run: () => void };
}

const PLAIN_MS = 8000;

/** Sentences shown at the foot of the window. Problems stay until they are put away. */
export const useNotices = defineStore('notices', () => {
  const notices = shallowRef<readonly Notice[]>([]);
  let count = 0;

  function dismiss(id: number): void {
    notices.value = notices.value.filter((notice) => notice.id !== id);
  }

  function say(text: string, action?: Notice['action']): void {
    const id = ++count;
    notices.value = [...notices.value.filter((notice) => notice.kind === 'problem'), { id, text, kind: 'plain', ...(action && { action }) }];
    setTimeout(() => dismiss(id), PLAIN_MS);
  }

  function problem(error: unknown, action?: Notice['action']): void {
    const text = typeof error === 'string' ? error : sayError(error);
    notices.value = [...notices.value.filter((notice) => notice.text !== text), { id: ++count, text, kind: 'problem', ...(action && { action }) }];
  }

  return { notices, say, problem, dismiss };
});
