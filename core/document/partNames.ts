import type { Part } from './schema';

/** What each part is called, to people and in the names of areas. */
export const PART_NAMES: Readonly<Record<Part, string>> = {
  'skin': 'Skin',
  'face': 'Face',
  'neck-limbs': 'Neck and limbs',
  'irises': 'Irises',
  'lips': 'Lips',
  'hair': 'Hair',
  'beard': 'Beard',
  'brows': 'Brows',
  'whites': 'Whites of the eyes',
  'teeth': 'Teeth',
  'glasses': 'Glasses',
  'hat': 'Hat',
  'clothes': 'Clothes',
  'background': 'Background',
  'other': 'Other',
};

/** The name of a found area: with the sitter's number where there are several. */
export function areaNameOf(part: Part, sitter: number | undefined): string {
  return sitter === undefined ? PART_NAMES[part] : `${PART_NAMES[part]} ${sitter}`;
}
