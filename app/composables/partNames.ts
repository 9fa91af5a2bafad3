import type { Part, Rung } from '#core/document/schema';

export const PART_NAMES: Readonly<Record<Part, string>> = {
  'skin': 'Skin', 'face': 'Face', 'neck-limbs': 'Neck and limbs', 'irises': 'Irises', 'lips': 'Lips', 'hair': 'Hair', 'brows': 'Brows',
  'whites': 'Whites of the eyes', 'teeth': 'Teeth', 'clothes': 'Clothes', 'background': 'Background', 'other': 'Other',
};

export const RUNG_NAMES: Readonly<Record<Rung, { readonly letter: string; readonly name: string }>> = {
  light: { letter: 'L', name: 'light' }, middle: { letter: 'M', name: 'middle' }, shade: { letter: 'S', name: 'shade' },
};

/** Parts whose hue has a corridor. */
export function isSkin(part: Part): boolean {
  return part === 'skin' || part === 'face' || part === 'neck-limbs';
}

/** Parts whose colour is chosen rather than corrected. */
export function isDyed(part: Part): boolean {
  return !isSkin(part) && part !== 'background';
}
