import { PALETTES, paletteColourName } from '#core/colour/palettes';
import type { PaletteColour, PaletteName } from '#core/colour/palettes';
import type { Part } from '#core/document/schema';

/** The palette from which a part’s colours come. */
export function paletteNameOf(part: Part | undefined): PaletteName {
  if (part === 'irises' || part === 'lips') return part;
  return part && isHairy(part) ? 'hair' : 'any';
}

/** Whether a part is of hairs. */
export function isHairy(part: Part): boolean {
  return part === 'hair' || part === 'beard' || part === 'brows';
}

/** The colours that are offered for a part. */
export function paletteOf(part: Part | undefined): readonly PaletteColour[] {
  return PALETTES[paletteNameOf(part)];
}

/** What a part is offered first: another colour than most have, moderate enough to pass. */
const FIRST: Readonly<Record<PaletteName, string>> = {
  irises: 'grey-green',
  lips: 'neutral berry',
  hair: 'level 7 copper',
  any: 'slate blue',
};

/** The colour that a part is offered first, #rrggbb. */
export function firstColour(part: Part): string {
  return paletteOf(part).find(({ name }) => name === FIRST[paletteNameOf(part)])!.colour;
}

/** What a dye is called in the plan: its way, where that is not recolouring, and its name or number. */
export function wordsOfColour(
  colour: string,
  way: 'pigment' | 'darken' | 'lighten',
  part: Part | undefined,
): string {
  const name = paletteColourName(colour, paletteNameOf(part)) ?? colour;
  return way === 'pigment' ? name : `${way} by ${name}`;
}
