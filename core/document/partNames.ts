import type { Part } from './schema';

/** What each part is called, to people and in the names of areas. */
export const PART_NAMES: Readonly<Record<Part, string>> = {
  'skin': 'Skin',
  'face': 'Face',
  'neck-limbs': 'Neck and limbs',
  'arms': 'Arms',
  'legs': 'Legs',
  'irises': 'Irises',
  'lips': 'Lips',
  'hair': 'Hair',
  'beard': 'Beard',
  'brows': 'Brows',
  'whites': 'Whites of the eyes',
  'teeth': 'Teeth',
  'glasses': 'Glasses',
  'jewellery': 'Jewellery',
  'hat': 'Hat',
  'clothes': 'Clothes',
  'background': 'Background',
  'other': 'Other',
};

/** Whether a part is of skin. */
export function isSkin(part: Part): boolean {
  return part === 'skin' || part === 'face' || isBodySkin(part);
}

/** Whether a part is of skin beside the face's. */
export function isBodySkin(part: Part): boolean {
  return part === 'neck-limbs' || part === 'arms' || part === 'legs';
}

/** The name of a found area: with the sitter's number where there are several. */
export function areaNameOf(part: Part, sitter: number | undefined): string {
  return sitter === undefined ? PART_NAMES[part] : `${PART_NAMES[part]} ${sitter}`;
}
