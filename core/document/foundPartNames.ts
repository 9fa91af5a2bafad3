/** The parts that find tells apart; right and left are the sitter's own, the background is nobody's. */
export const FOUND_PARTS = [
  'skin',
  'face',
  'neck-limbs',
  'lips',
  'iris-right',
  'iris-left',
  'whites-right',
  'whites-left',
  'teeth',
  'brow-right',
  'brow-left',
  'hair',
  'clothes',
  'background',
] as const;
export type FoundPartName = (typeof FOUND_PARTS)[number];
