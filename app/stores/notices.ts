import { defineStore } from 'pinia';
import { shallowRef } from 'vue';
import { CancelledError } from '#core/errors';
import { sayError } from '../composables/sayError';

/** Something that can be done about a notice. */
export interface NoticeAction {
  readonly label: string;
  readonly run: () => void;
}

/** A sentence, and what can be done about it. */
export interface Notice {
  readonly id: number;
  readonly text: string;
  readonly kind: 'plain' | 'problem';
  readonly actions: readonly NoticeAction[];
}

const PLAIN_MS = 8000;

/** Sentences shown at the foot of the window. Problems stay until they are put away. */
export const useNotices = defineStore('notices', () => {
  const notices = shallowRef<readonly Notice[]>([]);
  let count = 0;

  function dismiss(id: number): void {
    notices.value = notices.value.filter((notice) => notice.id !== id);
  }

  function say(text: string, ...actions: readonly NoticeAction[]): void {
    const id = ++count;
    const problems = notices.value.filter((notice) => notice.kind === 'problem');
    notices.value = [...problems, { id, text, kind: 'plain', actions }];
    setTimeout(() => dismiss(id), PLAIN_MS);
  }

  /** Says what went wrong. What was given up went as it was meant to, and nothing is said. */
  function problem(error: unknown, ...actions: readonly NoticeAction[]): void {
    if (error instanceof CancelledError) return;
    const text = typeof error === 'string' ? error : sayError(error);
    const others = notices.value.filter((notice) => notice.text !== text);
    notices.value = [...others, { id: ++count, text, kind: 'problem', actions }];
  }

  /** The user went on: what was said plainly is known by now. What offers a way back stays. */
  function goOn(): void {
    notices.value = notices.value.filter(({ kind, actions }) => kind === 'problem' || actions.length > 0);
  }

  return { notices, say, problem, dismiss, goOn };
});
