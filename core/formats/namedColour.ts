import { converter, parse } from 'culori';
import { mapIntoSrgbGamut } from '../colour/gamut';
import { PALETTES } from '../colour/palettes';
import { encodeSrgb8 } from '../colour/transfer';
import type { PaletteName } from '../colour/palettes';

/**
 * A colour as people write it: a name of the part's palette, else any CSS colour (CSS Color Module Level 4).
 * @returns #rrggbb of sRGB, of a colour beyond it the nearest at its hue and lightness; undefined for anything else
 */
export function namedColour(text: string, palette: PaletteName): string | undefined {
  const words = text.trim().toLowerCase().replaceAll(/[\s_]+/g, ' ');
  const known = PALETTES[palette].find(({ name }) => name === words) ?? PALETTES[palette].find(({ name }) => name.replaceAll(' ', '-') === words);
  if (known) return known.colour;
  const colour = parse(words) ?? parse(`#${words}`);
  const linear = colour && converter('lrgb')(colour);
  return linear && `#${mapIntoSrgbGamut([linear.r, linear.g, linear.b]).map((channel) => encodeSrgb8(Math.min(1, Math.max(0, channel))).toString(16).padStart(2, '0')).join('')}`;
}
