import { defineStore } from 'pinia';
import { changePhoto } from '#core/document/commands';
import { EMPTY_HISTORY, goTo, recordCheckpoint, redo, undo } from '#core/document/history';
import type { SetAside } from '#core/document/salvage';
import type { Photo, Sitting } from '#core/document/schema';
import { database } from '../storage/database';
import { NOT_STORED, checkSitting, loadSitting, saveSitting } from '../storage/sittingStorage';
import type { Stored } from '../storage/sittingStorage';
import { StorageError } from '../storage/storageError';
import type { StorageFault } from '../storage/storageError';
import { computed, ref, shallowRef, toRaw } from 'vue';
import { sayError, sayMisfit } from '../composables/sayError';
import { useNotices } from './notices';

const SAVE_AFTER_MS = 250;

/** Why the last changes are not stored: the sentence, and what is known of the cause. */
export interface SaveProblem {
  readonly words: string;
  readonly reason: StorageFault | 'refused';
}

/** The open sitting: its document, its history, and the keeping of both. */
export const useSitting = defineStore('sitting', () => {
  const document = shallowRef<Sitting>();
  const history = shallowRef(EMPTY_HISTORY);
  /** false when another tab holds the sitting: nothing is changed or written then */
  const writable = ref(true);
  const saveProblem = shallowRef<SaveProblem>();
  const saved = ref(true);
  /** what did not fit when the sitting was opened */
  const setAside = shallowRef<readonly SetAside[]>([]);
  let stored: Stored = NOT_STORED;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** when the first change was made that is not stored yet */
  let unsavedSince = 0;
  let saving: Promise<void> = Promise.resolve();
  /**
   * a drag in progress: everything since its start becomes one checkpoint, and is stored when it has ended
   */
  const gesture = shallowRef<{ readonly label: string; readonly before: Sitting }>();
  const inGesture = computed(() => gesture.value !== undefined);

  const undoLabel = computed(() => history.value.checkpoints[history.value.cursor - 1]?.label);
  const redoLabel = computed(() => history.value.checkpoints[history.value.cursor]?.label);

  async function open(id: string): Promise<boolean> {
    await saving;
    const loaded = await loadSitting(database(), id);
    if (!loaded) return false;
    document.value = loaded.sitting;
    history.value = loaded.history;
    setAside.value = loaded.setAside;
    stored = { revision: loaded.revision, checkpoints: loaded.history.checkpoints };
    saved.value = true;
    saveProblem.value = undefined;
    return true;
  }

  /**
   * Whether a state could be opened again once it is stored. One that could not is never the document: what
   * would have led to it is said and not done.
   */
  function fits(state: Sitting): boolean {
    try {
      checkSitting(state);
      return true;
    } catch (error) {
      useNotices().problem(sayMisfit(error));
      return false;
    }
  }

  /**
   * Changes the document; within a gesture the checkpoint is made at its end.
   * @param name what it does; of a run through many photos, all is taken back together
   */
  function change(
    name: string | { readonly label: string; readonly run: string },
    edit: (sitting: Sitting) => Sitting,
  ): void {
    const before = document.value;
    if (!before || !writable.value) return;
    const edited = edit(before);
    if (edited === before) return;
    const after = { ...edited, updatedAt: new Date().toISOString() };
    if (!gesture.value && !fits(after)) return;
    document.value = after;
    if (gesture.value) return;
    history.value = recordCheckpoint(history.value, name, before, after);
    saveSoon();
  }

  function changeOpenPhoto(label: string, photoId: string, edit: (photo: Photo) => Photo): void {
    change(label, (sitting) => changePhoto(sitting, photoId, edit));
  }

  function beginGesture(label: string): void {
    if (document.value) gesture.value = { label, before: document.value };
  }

  function endGesture(): void {
    const ended = gesture.value;
    gesture.value = undefined;
    if (!ended || !document.value || ended.before === document.value) return;
    if (!fits(document.value)) {
      document.value = ended.before;
      return;
    }
    history.value = recordCheckpoint(history.value, ended.label, ended.before, document.value);
    saveSoon();
  }

  /** Gives up a gesture: the document is as it was before it. */
  function cancelGesture(): void {
    if (gesture.value) document.value = gesture.value.before;
    gesture.value = undefined;
  }

  function travel(step: typeof undo | typeof redo): string | undefined {
    if (!document.value || !writable.value) return undefined;
    endGesture();
    const moved = step(history.value, document.value);
    if (!moved || !fits(moved.document)) return undefined;
    document.value = moved.document;
    history.value = moved.history;
    saveSoon();
    return moved.label;
  }

  /** Goes to where so many checkpoints are done. */
  function goToCheckpoint(cursor: number): void {
    if (!document.value || !writable.value) return;
    endGesture();
    const moved = goTo(history.value, document.value, cursor);
    if (!moved || !fits(moved.document)) return;
    document.value = moved.document;
    history.value = moved.history;
    saveSoon();
  }

  /** Timers come late while a hand is quick: what has waited long enough is stored with the next change. */
  function saveSoon(): void {
    saved.value = false;
    if (timer !== undefined && performance.now() - unsavedSince > SAVE_AFTER_MS) {
      void save();
      return;
    }
    if (timer !== undefined) return;
    unsavedSince = performance.now();
    timer = setTimeout(() => void save(), SAVE_AFTER_MS);
  }

  /**
   * Writes now, as it was before a gesture in progress. A refusal is said and tried again with the next
   * change.
   */
  function save(): Promise<void> {
    clearTimeout(timer);
    timer = undefined;
    if (!document.value || !writable.value || saved.value) return saving;
    const sitting = gesture.value?.before ?? document.value;
    const past = history.value;
    saving = saving.then(async () => {
      try {
        const revision = await saveSitting(database(), toRaw(sitting), past, stored);
        stored = { revision, checkpoints: past.checkpoints };
        saveProblem.value = undefined;
        if (history.value === past) saved.value = true;
      } catch (error) {
        const reason = error instanceof StorageError ? error.reason : 'refused';
        saveProblem.value = { words: sayError(error), reason };
      }
    });
    return saving;
  }

  /** Stores everything anew, as if it had never been stored: for when the browser took it away. */
  function storeAnew(): Promise<void> {
    stored = NOT_STORED;
    saved.value = false;
    return save();
  }

  /** Goes on under another id: what is stored under the old one stays as somebody else left it. */
  async function becomeCopy(id: string, name: string): Promise<void> {
    if (!document.value) return;
    document.value = { ...document.value, id, name };
    await storeAnew();
  }

  /** Whether what is stored is gone; asked when the browser says that it took something away. */
  async function isGone(): Promise<boolean> {
    const id = document.value?.id;
    if (id === undefined || stored.revision === undefined) return false;
    return (
      (await database()
        .sittings.get(id)
        .catch(() => undefined)) === undefined
    );
  }

  /** Stores what there is to store, and lets go. */
  async function close(): Promise<void> {
    endGesture();
    await save();
    document.value = undefined;
    history.value = EMPTY_HISTORY;
    saveProblem.value = undefined;
  }

  return {
    document,
    history,
    writable,
    saved,
    inGesture,
    goToCheckpoint,
    saveProblem,
    setAside,
    undoLabel,
    redoLabel,
    open,
    close,
    change,
    changeOpenPhoto,
    beginGesture,
    endGesture,
    cancelGesture,
    save,
    storeAnew,
    becomeCopy,
    isGone,
    undo: () => travel(undo),
    redo: () => travel(redo),
  };
});
