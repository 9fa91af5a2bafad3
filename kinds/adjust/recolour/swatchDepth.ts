import { ciede2000 } from '#core/colour/ciede2000';
import { convertSrgbLinearToCielabD50 } from '#core/colour/cielab';
import { srgbLinearOfHex } from '#core/colour/hex';
import { luminanceOfSrgbLinear } from '#core/colour/luminance';
import { clamp } from '#core/math/clamp';
import type { PlaceColours } from '#core/offer/stepContext';

/** Depths that a step can have, stops. */
const MOST_DEPTH = 3;
const LEAST_LUMINANCE = 1e-4;
const stops = (wanted: number, is: number) =>
  Math.log2(Math.max(LEAST_LUMINANCE, wanted) / Math.max(LEAST_LUMINANCE, is));
const fitted = (depth: number) => Math.round(100 * clamp(depth, -MOST_DEPTH, MOST_DEPTH)) / 100;

/** ΔE00 between a swatch and the part's middle tones as they became: neither gloss nor shade. */
export function apartFromSwatch(swatch: string, { result }: PlaceColours): number {
  return ciede2000(
    convertSrgbLinearToCielabD50(srgbLinearOfHex(swatch)),
    convertSrgbLinearToCielabD50(result),
  );
}

/** The depth at which the part's middle tones are as light as the swatch. */
export function depthAsSwatch(swatch: string, { result }: PlaceColours, depth: number): number {
  return fitted(depth + stops(luminanceOfSrgbLinear(srgbLinearOfHex(swatch)), luminanceOfSrgbLinear(result)));
}

/** The depth at which the part's middle tones are as light as they were: a tint, neither lifted nor darkened. */
export function depthAsPerson({ now, result }: PlaceColours, depth: number): number {
  return fitted(depth + stops(luminanceOfSrgbLinear(now), luminanceOfSrgbLinear(result)));
}
