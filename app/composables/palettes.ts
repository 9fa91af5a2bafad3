import type { Part } from '#core/document/schema';

export interface PaletteColour {
  readonly name: string;
  /** #rrggbb of sRGB */
  readonly colour: string;
}

/** Natural colours to start from, chosen by eye for this project. */
const PALETTES: Partial<Record<Part, readonly PaletteColour[]>> = {
  irises: [
    { name: 'dark brown', colour: '#3d2616' }, { name: 'hazel', colour: '#6f5430' }, { name: 'amber', colour: '#8f5f22' },
    { name: 'grey-green', colour: '#6d7a63' }, { name: 'blue', colour: '#58748c' }, { name: 'grey', colour: '#74797d' },
  ],
  lips: [
    { name: 'nude', colour: '#b98474' }, { name: 'rose', colour: '#b5606a' }, { name: 'coral', colour: '#c25f4c' },
    { name: 'berry', colour: '#7c2f45' }, { name: 'brick', colour: '#8a3a2c' }, { name: 'plum', colour: '#5d2b45' },
  ],
  hair: [
    { name: 'black-brown', colour: '#1e1715' }, { name: 'chestnut', colour: '#4a2c1c' }, { name: 'copper', colour: '#8a4a26' },
    { name: 'gold', colour: '#a77f4c' }, { name: 'ash', colour: '#7d7264' }, { name: 'silver', colour: '#9a9a9a' },
  ],
};
const ANY: readonly PaletteColour[] = [
  { name: 'slate blue', colour: '#4a5d7a' }, { name: 'moss', colour: '#5d6a45' }, { name: 'brick', colour: '#8a4a3c' },
  { name: 'sand', colour: '#b7a482' }, { name: 'plum', colour: '#5d3a52' }, { name: 'grey', colour: '#808080' },
];

export function paletteOf(part: Part | undefined): readonly PaletteColour[] {
  return (part && PALETTES[part === 'brows' ? 'hair' : part]) ?? ANY;
}

export function firstColour(part: Part): string {
  return paletteOf(part)[part === 'irises' ? 3 : 1]!.colour;
}
