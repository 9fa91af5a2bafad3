import { useEventListener } from '@vueuse/core';
import { onStorageCleared } from '../storage/database';
import { hasUnstoredPhotos } from '../storage/photoStorage';
import { hasUnstoredPlates } from '../storage/plateStorage';
import { onScopeDispose, watch } from 'vue';
import { sayStorageFault } from './sayError';
import { useSittingFile } from './useSittingFile';
import { useNotices } from '../stores/notices';
import { useSitting } from '../stores/sitting';
import { useStoring } from './useStoring';

/** How long the browser takes to take away what it stored, at most. */
const CLEARED_MS = 500;

/** Says when work is not stored, offers what can be done about it, and asks before it is left. */
export function useKeeping(): void {
  const sitting = useSitting();
  const notices = useNotices();
  const { saveAsFile } = useSittingFile();
  const { storeAnew, keepAsCopy } = useStoring();
  let leavesAllTheSame = false;

  const asFile = { label: 'Save sitting as a file', run: () => void saveAsFile() };
  const again = { label: 'Try again', run: () => void sitting.save() };
  const anew = { label: 'Store it again', run: () => void storeAnew() };
  const asCopy = { label: 'Keep mine as a copy', run: () => void keepAsCopy() };
  const actions = {
    'refused': [again, asFile],
    'gone': [anew, asFile],
    'changed-elsewhere': [asCopy, asFile],
    'deleted-elsewhere': [asCopy, asFile],
  };

  watch(
    () => sitting.saveProblem,
    (problem) => problem && notices.problem(problem.words, ...actions[problem.reason]),
  );

  /** Whether something would be lost with this page. */
  const isUnsaved = () => sitting.saveProblem !== undefined || hasUnstoredPhotos() || hasUnstoredPlates();

  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    void sitting.save();
    if (isUnsaved()) event.preventDefault();
  });
  useEventListener(
    document,
    'visibilitychange',
    () => document.visibilityState === 'hidden' && void sitting.save(),
  );
  onBeforeRouteLeave(async () => {
    if (sitting.inGesture) sitting.endGesture();
    await sitting.save();
    if (sitting.saveProblem === undefined || leavesAllTheSame) return true;
    notices.problem('The last changes are not stored, and leaving now would lose them.', asFile, {
      label: 'Leave without them',
      run: () => {
        leavesAllTheSame = true;
        void navigateTo('/');
      },
    });
    return false;
  });

  const stop = onStorageCleared(() => {
    setTimeout(async () => {
      if (await sitting.isGone()) sitting.saveProblem = { words: sayStorageFault('gone'), reason: 'gone' };
    }, CLEARED_MS);
  });
  onScopeDispose(stop);
}
