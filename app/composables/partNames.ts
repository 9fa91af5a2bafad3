import type { Part, Rung } from '#core/document/schema';

import { isSkin } from '#core/document/partNames';

export { PART_NAMES, isSkin } from '#core/document/partNames';

/** What rungs are called: in a word, and in a letter where there is no room. */
export const RUNG_NAMES: Readonly<Record<Rung, { readonly letter: string; readonly name: string }>> = {
  light: { letter: 'L', name: 'light' },
  middle: { letter: 'M', name: 'middle' },
  shade: { letter: 'S', name: 'shade' },
};

/** Parts whose colour is chosen rather than corrected. */
export function isDyed(part: Part): boolean {
  return !isSkin(part) && part !== 'background';
}
