import { converter, parse } from 'culori';
import { isInGamut, mapIntoSrgbGamut } from '../colour/gamut';
import { hexOfSrgbLinear } from '../colour/hex';
import { PALETTES } from '../colour/palettes';
import type { PaletteName } from '../colour/palettes';
import type { Triple } from '../colour/triple';

/**
 * A colour as people write it: a name of the part's palette, else any CSS colour (CSS Color Module Level 4).
 * @returns #rrggbb of sRGB, of a colour `beyond` it the nearest at its hue and lightness; undefined for
 *   anything else
 */
export function namedColour(
  text: string,
  palette: PaletteName,
): { readonly colour: string; readonly beyond: boolean } | undefined {
  const words = text
    .trim()
    .toLowerCase()
    .replaceAll(/[\s_]+/g, ' ');
  const known =
    PALETTES[palette].find(({ name }) => name === words) ??
    PALETTES[palette].find(({ name }) => name.replaceAll(' ', '-') === words);
  if (known) return { colour: known.colour, beyond: false };
  const colour = parse(words) ?? parse(`#${words}`);
  const linear = colour && converter('lrgb')(colour);
  if (!linear) return undefined;
  const srgbLinear: Triple = [linear.r, linear.g, linear.b];
  return { colour: hexOfSrgbLinear(mapIntoSrgbGamut(srgbLinear)), beyond: !isInGamut(srgbLinear, 1e-3) };
}
