import { clampUnit } from '../math/clamp';
import { SRGB8_TO_LINEAR, encodeSrgb8 } from './transfer';
import type { Triple } from './triple';

/** #rrggbb of a colour; channels outside 0..1 are clipped. */
export function hexOfSrgbLinear(srgbLinear: Triple): string {
  return `#${srgbLinear
    .map((channel) => encodeSrgb8(clampUnit(channel)).toString(16).padStart(2, '0'))
    .join('')}`;
}

/** @param hex #rrggbb */
export function srgbLinearOfHex(hex: string): Triple {
  const channel = (at: number) => SRGB8_TO_LINEAR[Number.parseInt(hex.slice(at, at + 2), 16)]!;
  return [channel(1), channel(3), channel(5)];
}
