import type { CarryNote } from './carryPlan';

/** What could not be carried, in the retoucher's words. */
export function carryWords({ what, is }: CarryNote): string {
  switch (is) {
    case 'sitter-missing':
      return `${what}: its sitter is not in this photo; its steps are left out`;
    case 'part-missing':
      return `${what} could not be found here; its steps are left out`;
    case 'marks-left':
      return `${what}: marks drawn by hand stay with their own photo, as there is no face here to carry them by`;
    case 'kept':
      return `${what} was changed by hand here and stays as it is`;
  }
}
