import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { Triple } from '#core/colour/triple';

/**
 * The warm pigment that stays in dark hair when it is lifted, by OKLab lightness: red-brown, red-orange,
 * orange, yellow, pale yellow. Common practice of the hair trade; the values chosen for this project.
 */
const UNDERTONES: readonly (readonly [lightness: number, aPerL: number, bPerL: number])[] = [
  [0.2, 0.13, 0.08],
  [0.35, 0.15, 0.14],
  [0.5, 0.12, 0.19],
  [0.65, 0.06, 0.2],
  [0.8, 0.01, 0.15],
  [0.95, 0, 0.07],
];

/** A colour of lifted hair with a share (0..1) of the undertone of its lightness, linear sRGB. */
export function undertoneOf(colour: Triple, share: number): Triple {
  const [lightness, a, b] = convertSrgbLinearToOklab(colour);
  const next = UNDERTONES.findIndex(([level]) => level >= lightness);
  const high = UNDERTONES[next < 0 ? UNDERTONES.length - 1 : next]!;
  const low = UNDERTONES[next < 0 ? UNDERTONES.length - 1 : Math.max(0, next - 1)]!;
  const part = high[0] === low[0] ? 0 : (lightness - low[0]) / (high[0] - low[0]);
  const warm = (channel: 1 | 2) => lightness * (low[channel] + part * (high[channel] - low[channel]));
  return convertOklabToSrgbLinear([lightness, a + share * (warm(1) - a), b + share * (warm(2) - b)]);
}
