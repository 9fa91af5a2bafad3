import type { Sitter } from './schema';

/** The parts that find tells apart; right and left are the sitter's own, the background is nobody's. */
export const FOUND_PARTS = [
  'skin',
  'face',
  'neck-limbs',
  'arms',
  'legs',
  'lips',
  'iris-right',
  'iris-left',
  'whites-right',
  'whites-left',
  'teeth',
  'brow-right',
  'brow-left',
  'hair',
  'beard',
  'glasses',
  'hat',
  'clothes',
  'background',
] as const;
export type FoundPartName = (typeof FOUND_PARTS)[number];

/** One found part: its name, and the name under which its coverage is kept. */
export interface FoundEntry {
  readonly part: FoundPartName;
  readonly plate: string;
}

/** A place that was given to one part and may belong to another. */
export interface FoundDoubtEntry {
  readonly has: FoundPartName;
  readonly may: FoundPartName;
  readonly plate: string;
  /** the rectangle that holds it, pixels of the photo */
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
}

/** A found sitter: the face, why parts are not to be relied on, and the parts. */
export interface FoundSitterEntry {
  readonly face: Sitter['face'];
  readonly points: Sitter['points'];
  readonly doubts: Sitter['doubts'];
  readonly likeness: Sitter['likeness'];
  readonly parts: readonly FoundEntry[];
  readonly doubtful: readonly FoundDoubtEntry[];
}
