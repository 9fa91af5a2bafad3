import { CancelledError } from '#core/errors';
import { workKey } from '#core/document/photoState';
import type { Photo } from '#core/document/schema';
import { mendAll, mendOf, putMend } from '#kinds/mend/mend';
import type { PhotoFinding } from '#workers/client';
import { readonly, ref, shallowRef, watch } from 'vue';
import { useBenchPhoto } from './useBenchPhoto';
import { isOpened } from './useOpenPhoto';
import { useWorkers } from './useWorkers';
import { useNotices } from '../stores/notices';
import { useProgress } from '../stores/progress';
import { useSitting } from '../stores/sitting';

/** What check found last and for which state of the photo; shared by all that show it. */
const findings = shallowRef<readonly PhotoFinding[]>();
const checking = ref(false);
/** how far mending is, 0..1, and what gives it up */
const mending = ref<number>();
let stop = new AbortController();

/** Checks the skin of every sitter, and mends what is off with steps. */
export function useCheck() {
  const workers = useWorkers();
  const notices = useNotices();
  const sitting = useSitting();
  const progress = useProgress();
  const { photo, edit } = useBenchPhoto();

  async function check(): Promise<void> {
    notices.goOn();
    await lookOver();
  }

  async function lookOver(): Promise<void> {
    const open = photo.value;
    if (!open || checking.value) return;
    if (!open.areas.some(({ part, marks }) => (part === 'skin' || part === 'face') && marks.length > 0))
      return notices.say(
        'There is no skin to check yet. Press Find, or choose Skin on the face map and draw a line inside it.',
      );
    await whileChecking(open, async () => {
      findings.value = await workers.analyst.check(open);
      await progress.note(open.id, { checkedAs: workKey(open) });
    });
  }

  /** One finding's step, then a new look at what is left. */
  async function mend(finding: PhotoFinding): Promise<void> {
    const step = mendOf(finding, crypto.randomUUID());
    if (!step) return;
    edit('mend', (before) => putMend(before, step));
    await lookOver();
  }

  /** All that is off, each judged on what the steps before it leave; one checkpoint. */
  async function mendEverything(): Promise<void> {
    const open = photo.value;
    if (!open) return;
    notices.goOn();
    stop = new AbortController();
    await whileChecking(open, async () => {
      const mended = await mendAll(
        open,
        (state: Photo) => workers.analyst.check(state),
        () => crypto.randomUUID(),
        (share) => {
          if (stop.signal.aborted) throw new CancelledError();
          mending.value = share;
        },
      );
      if (stop.signal.aborted) throw new CancelledError();
      if (photo.value === open)
        sitting.changeOpenPhoto('mend all', open.id, (before) => ({ ...before, plan: mended.plan }));
      else notices.say('The photo was changed while it was mended; nothing was done. Press Mend all again.');
    });
    if (!stop.signal.aborted) await lookOver();
  }

  async function whileChecking(open: Photo, work: () => Promise<unknown>): Promise<void> {
    checking.value = true;
    try {
      if (await isOpened(open.id)) await work();
    } catch (error) {
      notices.problem(error);
    } finally {
      mending.value = undefined;
      checking.value = false;
    }
  }

  watch(
    () => photo.value?.id,
    () => (findings.value = undefined),
  );
  return {
    findings,
    checking: readonly(checking),
    mending: readonly(mending),
    stopMending: () => stop.abort(),
    check,
    mend,
    mendEverything,
    putAway: () => (findings.value = undefined),
  };
}
