import { applyChanges, diffJson, invertChanges } from './changes';
import type { Change } from './changes';
import type { Json } from './kinds';

/** A checkpoint: what was done, and the changes that did it. */
export interface Checkpoint {
  /** grows by one; names the checkpoint in storage */
  readonly number: number;
  /** what it did, as in "Undo: soften edge" */
  readonly label: string;
  readonly changes: readonly Change[];
  /** of checkpoints that are taken back together, as a run through many photos is */
  readonly run?: string;
}

/** Everything that can be undone (before `cursor`) and redone (from it on). */
export interface History {
  readonly checkpoints: readonly Checkpoint[];
  readonly cursor: number;
}

/** Nothing was done yet. */
export const EMPTY_HISTORY: History = { checkpoints: [], cursor: 0 };

/** Older checkpoints are let go beyond this number. */
const MOST_CHECKPOINTS = 500;

/**
 * Adds what leads from one document to another; redo beyond the cursor is given up. No difference, no
 * checkpoint.
 * @param name what it did, and the run that it is of: with the checkpoint before it, of the same run, it is one
 */
export function recordCheckpoint(
  history: History,
  name: string | { readonly label: string; readonly run: string },
  before: unknown,
  after: unknown,
): History {
  const { label, run } = typeof name === 'string' ? { label: name, run: undefined } : name;
  const changes = diffJson(before as Json, after as Json);
  if (changes.length === 0) return history;
  const last = history.checkpoints[history.cursor - 1];
  if (last && run !== undefined && last.run === run) {
    const joined = { ...last, changes: [...last.changes, ...changes] };
    const checkpoints = [...history.checkpoints.slice(0, history.cursor - 1), joined];
    return { checkpoints, cursor: checkpoints.length };
  }
  const checkpoints = [
    ...history.checkpoints.slice(0, history.cursor),
    { number: (last?.number ?? 0) + 1, label, changes, ...(run !== undefined && { run }) },
  ].slice(-MOST_CHECKPOINTS);
  return { checkpoints, cursor: checkpoints.length };
}

/** @returns undefined when there is nothing to undo */
export function undo<T>(
  history: History,
  document: T,
): { history: History; document: T; label: string } | undefined {
  const checkpoint = history.checkpoints[history.cursor - 1];
  if (!checkpoint) return undefined;
  return {
    history: { ...history, cursor: history.cursor - 1 },
    document: applyChanges(document, invertChanges(checkpoint.changes)),
    label: checkpoint.label,
  };
}

/** @returns undefined when there is nothing to redo */
export function redo<T>(
  history: History,
  document: T,
): { history: History; document: T; label: string } | undefined {
  const checkpoint = history.checkpoints[history.cursor];
  if (!checkpoint) return undefined;
  return {
    history: { ...history, cursor: history.cursor + 1 },
    document: applyChanges(document, checkpoint.changes),
    label: checkpoint.label,
  };
}

/** The document as it was after so many checkpoints; undefined where there are no such many. */
export function goTo<T>(
  history: History,
  document: T,
  cursor: number,
): { history: History; document: T } | undefined {
  if (cursor < 0 || cursor > history.checkpoints.length) return undefined;
  let state = { history, document };
  while (state.history.cursor !== cursor) {
    const step = state.history.cursor > cursor ? undo : redo;
    state = step(state.history, state.document)!;
  }
  return state;
}
