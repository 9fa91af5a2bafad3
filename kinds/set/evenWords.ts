import type { EvenNote } from './evenSet';

/** What is to be known of an evened photo, in the retoucher's words. */
export function evenWords(note: EvenNote): string {
  switch (note) {
    case 'nobody':
      return 'nobody was found in it, so it stays as it is';
    case 'limited':
      return 'its skin would have been moved further than the limit; it is brought nearer, not all the way';
    case 'kept':
      return 'its evening was changed by hand and stays as it is';
  }
}
