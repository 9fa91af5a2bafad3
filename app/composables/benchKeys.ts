import { DRAWN_KINDS } from '../tools/drawnKinds';

/** A key, or several that belong together, and what it does. */
export interface BenchKey {
  readonly key: string;
  readonly does: string;
  readonly group: 'Marks' | 'Seeing' | 'Work';
}

/** Keys of the bench itself: left hand at rest on the home row, letters from our own words. */
const OWN_KEYS: readonly BenchKey[] = [
  { key: 'A', does: 'Add or remove, in turn; shift while drawing does the other', group: 'Marks' },
  { key: 'C / V', does: 'Smaller or larger stroke and brush', group: 'Marks' },
  { key: 'Escape', does: 'Give up the drag, put the mark away, leave the part', group: 'Marks' },
  { key: 'H', does: 'Hatch over the area', group: 'Seeing' },
  { key: 'L / M / U', does: 'Outline, others dimmed, plain ground', group: 'Seeing' },
  { key: 'G', does: 'Coverage in grey', group: 'Seeing' },
  { key: 'W', does: 'Hold: the photo as it was', group: 'Seeing' },
  { key: 'D', does: 'Divide: before left, after right of a line', group: 'Seeing' },
  { key: 'Shift D', does: 'Before beside after, moved as one', group: 'Seeing' },
  { key: 'Shift M', does: 'Map of what is changed, ΔE00', group: 'Seeing' },
  { key: '1 – 4', does: 'Close to the face, the eyes, the lips, the edge of the hair', group: 'Seeing' },
  { key: 'Shift C', does: 'Clipped pixels, in the colours of their channels', group: 'Seeing' },
  { key: 'Z', does: 'Zoom: fit the photo, or 100 %', group: 'Seeing' },
  { key: 'T', does: 'Hold: travel, move the photo', group: 'Seeing' },
  { key: 'F', does: 'Find people and their parts', group: 'Work' },
  { key: 'K', does: 'Check the skin of every sitter', group: 'Work' },
  { key: 'R', does: 'Place readings where they stand well', group: 'Work' },
  { key: 'N', does: 'Next area; with shift, the next doubtful place', group: 'Work' },
  { key: 'E', does: 'Export', group: 'Work' },
  { key: 'Ctrl Z', does: 'Undo; with shift, redo', group: 'Work' },
  { key: 'Shift Z', does: 'What was done, and plans kept under names', group: 'Work' },
  { key: '?', does: 'These keys', group: 'Work' },
];

/** Every key of the bench with what it does; those of the marks are told by their kinds. */
export const BENCH_KEYS: readonly BenchKey[] = [
  ...DRAWN_KINDS.map(({ drawing: { key, help } }): BenchKey => ({ key, does: help, group: 'Marks' })),
  ...OWN_KEYS,
];
