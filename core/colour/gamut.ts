import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from './oklab';
import type { Triple } from './triple';

/** Channels this little outside 0..1 are rounding, not colour. */
const SLACK = 1e-5;

/** @param srgbLinear any values */
export function isInSrgbGamut([red, green, blue]: Triple, slack = SLACK): boolean {
  return (
    red >= -slack &&
    green >= -slack &&
    blue >= -slack &&
    red <= 1 + slack &&
    green <= 1 + slack &&
    blue <= 1 + slack
  );
}

/**
 * Brings a colour into sRGB by lowering OKLCh chroma at constant hue and lightness.
 * Lightness beyond black or white becomes black or white.
 * @param srgbLinear any finite values; inside the gamut it is returned as it is
 */
export function mapIntoSrgbGamut(srgbLinear: Triple): Triple {
  if (isInSrgbGamut(srgbLinear)) return srgbLinear;
  const [lightness, a, b] = convertSrgbLinearToOklab(srgbLinear);
  if (lightness >= 1) return [1, 1, 1];
  if (lightness <= 0) return [0, 0, 0];
  let inside = 0;
  let outside = 1;
  for (let step = 0; step < 18; step++) {
    const share = (inside + outside) / 2;
    if (isInSrgbGamut(convertOklabToSrgbLinear([lightness, a * share, b * share]))) inside = share;
    else outside = share;
  }
  return convertOklabToSrgbLinear([lightness, a * inside, b * inside]);
}
