import { formatHex, parse } from 'culori';
import { PALETTES } from '../colour/palettes';
import type { PaletteName } from '../colour/palettes';

/**
 * A colour as people write it: a name of the part's palette, else any CSS colour (CSS Color Module Level 4).
 * @returns #rrggbb of sRGB, channels beyond it cut; undefined for anything else
 */
export function namedColour(text: string, palette: PaletteName): string | undefined {
  const words = text.trim().toLowerCase().replaceAll(/[\s_]+/g, ' ');
  const known = PALETTES[palette].find(({ name }) => name === words) ?? PALETTES[palette].find(({ name }) => name.replaceAll(' ', '-') === words);
  if (known) return known.colour;
  const colour = parse(words) ?? parse(`#${words}`);
  return colour && formatHex(colour);
}
