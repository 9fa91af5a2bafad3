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
