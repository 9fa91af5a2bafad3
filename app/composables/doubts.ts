import type { Part, Sitter } from '#core/document/schema';

const WORDS: Readonly<Record<string, string>> = {
  'half-closed': 'the eye is half closed',
  'weak-edge': 'its edge hardly shows',
  'turned-away': 'the face is turned away',
  'cut': 'the frame cuts the face',
  'soft': 'much of it is only half covered; look at its coverage',
};
const NAMES: Partial<Record<Part, readonly string[]>> = {
  irises: ['iris-right', 'iris-left'],
  whites: ['whites-right', 'whites-left'],
  brows: ['brow-right', 'brow-left'],
};

/** Why a sitter's part is not to be relied on, in words; undefined when it may be. */
export function doubtOf(part: Part, sitter: Sitter | undefined): string | undefined {
  const names = NAMES[part] ?? [part];
  const doubt = names.map((name) => sitter?.doubts[name]).find((entry) => entry !== undefined);
  return doubt && (WORDS[doubt] ?? doubt);
}
