import { defineStore } from 'pinia';
import { changePhoto } from '#core/document/commands';
import { EMPTY_HISTORY, recordCheckpoint, redo, undo } from '#core/document/history';
import type { Checkpoint } from '#core/document/history';
import type { Photo, Sitting } from '#core/document/schema';
import { database } from '../storage/database';
import { loadSitting, saveSitting } from '../storage/sittingStorage';

const SAVE_AFTER_MS = 250;

/** The open sitting: its document, its history, and the keeping of both. */
export const useSitting = defineStore('sitting', () => {
  const document = shallowRef<Sitting>();
  const history = shallowRef(EMPTY_HISTORY);
  /** false when another tab holds the sitting: nothing is changed or written then */
  const writable = ref(true);
  const saveProblem = ref<string>();
  const saved = ref(true);
  let stored: readonly Checkpoint[] = [];
  let timer: ReturnType<typeof setTimeout> | undefined;
  let saving: Promise<void> = Promise.resolve();
  /** a drag in progress: everything since its start becomes one checkpoint */
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
    stored = loaded.history.checkpoints;
    saved.value = true;
    return true;
  }

  /** Changes the document; within a gesture the checkpoint is made at its end. */
  function change(label: string, edit: (sitting: Sitting) => Sitting): void {
    const before = document.value;
    if (!before || !writable.value) return;
    const after = edit(before);
    if (after === before) return;
    document.value = { ...after, updatedAt: new Date().toISOString() };
    if (!gesture.value) history.value = recordCheckpoint(history.value, label, before, document.value);
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
    if (!ended || ended.before === document.value) return;
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
    if (!moved) return undefined;
    document.value = moved.document;
    history.value = moved.history;
    saveSoon();
    return moved.label;
  }

  function saveSoon(): void {
    saved.value = false;
    timer ??= setTimeout(() => void save(), SAVE_AFTER_MS);
  }

  /** Writes now. A refusal by the browser is said and tried again with the next change. */
  function save(): Promise<void> {
    clearTimeout(timer);
    timer = undefined;
    const { value: sitting } = document, { value: past } = history;
    if (!sitting || !writable.value || saved.value) return saving;
    saving = saving.then(async () => {
      try {
        await saveSitting(database(), toRaw(sitting), past, stored);
        stored = past.checkpoints;
        saveProblem.value = undefined;
        if (document.value === sitting) saved.value = true;
      } catch (error) {
        saveProblem.value = sayError(error);
      }
    });
    return saving;
  }

  async function close(): Promise<void> {
    endGesture();
    await save();
    document.value = undefined;
    history.value = EMPTY_HISTORY;
    saveProblem.value = undefined;
  }

  return {
    document, history, writable, saved, inGesture, saveProblem, undoLabel, redoLabel,
    open, close, change, changeOpenPhoto, beginGesture, endGesture, cancelGesture, save,
    undo: () => travel(undo), redo: () => travel(redo),
  };
});
