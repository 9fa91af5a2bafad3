import { DRAWN_KINDS } from '../tools/drawnKinds';
import { CLOSE_UPS } from './closeUps';

/** What a key does, and the key unless another was chosen. */
export interface BenchKey {
  readonly id: string;
  readonly key: string;
  readonly does: string;
  readonly group: 'Marks' | 'Seeing' | 'Work';
  /** it means the same everywhere, and stays */
  readonly fixed?: true;
}

type Entry = readonly [id: string, key: string, does: string];
const grouped = (group: BenchKey['group'], entries: readonly Entry[]): readonly BenchKey[] =>
  entries.map(([id, key, does]) => ({ id, key, does, group }));

const CLOSE_UP_NAMES = ['the face', 'the eyes', 'the lips', 'the edge of the hair'];

/**
 * Every key of the bench: left hand at rest on the home row, letters from our own words. Those of the marks are
 * told by their kinds.
 */
export const BENCH_KEYS: readonly BenchKey[] = [
  ...DRAWN_KINDS.map(({ id, drawing: { key, help } }): BenchKey => ({
    id: `mark:${id}`,
    key,
    does: help,
    group: 'Marks',
  })),
  ...grouped('Marks', [
    ['takes', 'A', 'Add or remove, in turn; shift while drawing does the other'],
    ['smaller', 'C', 'Smaller stroke and brush'],
    ['larger', 'V', 'Larger stroke and brush'],
  ]),
  {
    id: 'leave',
    key: 'Escape',
    does: 'Give up the drag, put the mark away, leave the part',
    group: 'Marks',
    fixed: true,
  },
  ...grouped('Seeing', [
    ['hatch', 'H', 'Hatch over the area'],
    ['outline', 'L', 'Outline'],
    ['dimmed', 'M', 'Others dimmed'],
    ['ground', 'U', 'Plain ground'],
    ['grey', 'G', 'Coverage in grey'],
    ['before', 'W', 'Hold: the photo as it was'],
    ['divide', 'D', 'Divide: before left, after right of a line'],
    ['beside', 'Shift D', 'Before beside after, moved as one'],
    ['changes', 'Shift M', 'Map of what is changed, ΔE00'],
    ['clipped', 'Shift C', 'Clipped pixels, in the colours of their channels'],
    ...CLOSE_UPS.map((which, n): Entry => [`close:${which}`, `${n + 1}`, `Close to ${CLOSE_UP_NAMES[n]}`]),
    ['loupe', 'Shift L', 'Loupe: the place under the pointer at twice its pixels'],
    ['crosshair', 'Shift X', 'Numbers at the pointer: HSV, RGB and Lab of the place'],
    ['turn', 'Shift T', 'Turn the picture by 15°, as paper under a pen; fitting it puts it upright'],
    ['zoom', 'Z', 'Zoom: fit the photo, or 100 %'],
    ['travel', 'T', 'Hold: travel, move the photo'],
  ]),
  ...grouped('Work', [
    ['find', 'F', 'Find people and their parts'],
    ['check', 'K', 'Check the skin of every sitter'],
    ['readings', 'R', 'Place readings where they stand well'],
    ['photos', 'Shift P', 'All photos of the sitting'],
    ['photo-before', ',', 'The photo before, at the same part and as near'],
    ['photo-after', '.', 'The photo after'],
    ['shot-play', 'Shift R', 'Play the shot, or stop'],
    ['frame-before', '<', 'The frame of the shot before'],
    ['frame-after', '>', 'The frame after'],
    ['frame-noted', 'Shift E', 'The next frame of the shot that is worth a look'],
    ['area', 'N', 'Next area'],
    ['place', 'Shift N', 'Next doubtful place'],
    ['export', 'E', 'Export'],
    ['history', 'Shift Z', 'What was done, and plans kept under names'],
    ['keys', '?', 'These keys'],
  ]),
  { id: 'undo', key: 'Ctrl Z', does: 'Undo; with shift, redo', group: 'Work', fixed: true },
];
