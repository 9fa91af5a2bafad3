import type { Rung } from '#core/document/schema';
import type { ReadingDoubt } from '#workers/client';

/** Why a reading stands badly and what to do, in the retoucher's words. */
export function readingWords(doubt: ReadingDoubt): string {
  switch (doubt.is) {
    case 'beside':
      return 'lies beside the area: move it or add a stroke';
    case 'clipped':
      return 'lies on clipped white: its hue is lost, move it';
    case 'black':
      return 'lies in black: there is no hue to read, move it';
    case 'grey':
      return 'lies on grey: grey has no hue';
    case 'glint':
      return 'lies on a glint: paler than the skin around it, move it';
    case 'mixed':
      return 'covers light and dark: make the patch smaller or move it';
    case 'blush':
      return `lies on blush: ${doubt.degrees.toFixed(0)}° redder than the skin around it, move it`;
    case 'spill':
      return `lies on thrown colour: ${doubt.degrees.toFixed(0)}° greener than the skin around it, move it`;
  }
}

/** That rungs of an area have no good place for a reading, and what then. */
export function noPlaceWords(area: string, rungs: readonly Rung[]): string {
  const named = new Intl.ListFormat('en', { type: 'disjunction' }).format(rungs);
  return `${area} has no good place for a ${named} reading: nothing of that lightness is even, on the trend, and away from blush, glints and hair. The whole zone's numbers stand; or place one by hand.`;
}
