import { transform } from './adaptation';
import type { SrgbMatrix } from './adaptation';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from './oklab';
import type { Triple } from './triple';

/** Channels this little outside 0..1 are rounding, not colour. */
export const SLACK = 1e-5;

/** Whether the channels of a colour lie within 0..1. @param linear any values */
export function isInGamut([red, green, blue]: Triple, slack = SLACK): boolean {
  return (
    red >= -slack &&
    green >= -slack &&
    blue >= -slack &&
    red <= 1 + slack &&
    green <= 1 + slack &&
    blue <= 1 + slack
  );
}

/** By which the greatest chroma inside the gamut is found. */
export const BISECTIONS = 18;

/**
 * Brings a colour into sRGB by lowering OKLCh chroma at constant hue and lightness.
 * Lightness beyond black or white becomes black or white.
 * @param srgbLinear any finite values; inside the gamut it is returned as it is
 */
export function mapIntoSrgbGamut(srgbLinear: Triple): Triple {
  return isInGamut(srgbLinear) ? srgbLinear : lowerChroma(srgbLinear, (colour) => colour);
}

/**
 * The same for the gamut of other primaries.
 * @param fromSrgb to linear light of these primaries
 * @returns linear light of these primaries
 */
export function mapIntoGamut(srgbLinear: Triple, fromSrgb: SrgbMatrix): Triple {
  const direct = transform(fromSrgb, srgbLinear);
  return isInGamut(direct) ? direct : lowerChroma(srgbLinear, (colour) => transform(fromSrgb, colour));
}

function lowerChroma(srgbLinear: Triple, within: (srgbLinear: Triple) => Triple): Triple {
  const [lightness, a, b] = convertSrgbLinearToOklab(srgbLinear);
  if (lightness >= 1) return [1, 1, 1];
  if (lightness <= 0) return [0, 0, 0];
  let inside = 0;
  let outside = 1;
  for (let step = 0; step < BISECTIONS; step++) {
    const share = (inside + outside) / 2;
    if (isInGamut(within(convertOklabToSrgbLinear([lightness, a * share, b * share])))) inside = share;
    else outside = share;
  }
  return within(convertOklabToSrgbLinear([lightness, a * inside, b * inside]));
}
