import { wrapDegrees } from './angles';
import type { Triple } from './triple';

/** HSV of encoded sRGB; grey has no hue. */
export interface Hsv {
  /** 0..<360 */
  readonly hueDegrees: number | undefined;
  /** 0..1 */
  readonly saturation: number;
  /** 0..1 */
  readonly value: number;
}

/** Below this spread of the encoded channels a colour counts as grey. */
const GREY_SPREAD = 1e-6;

/**
 * HSV hexcone model on encoded values (Smith 1978, "Color gamut transform pairs").
 * @param srgbEncoded each 0..1
 */
export function convertSrgbEncodedToHsv(srgbEncoded: Triple): Hsv {
  const [red, green, blue] = srgbEncoded;
  const value = Math.max(red, green, blue);
  const spread = value - Math.min(red, green, blue);
  if (spread < GREY_SPREAD) return { hueDegrees: undefined, saturation: 0, value };
  const sextant = sextantOf(srgbEncoded, value, spread);
  return { hueDegrees: wrapDegrees(sextant * 60), saturation: spread / value, value };
}

/** Inverse of {@link convertSrgbEncodedToHsv}; grey (no hue) needs saturation 0. */
export function convertHsvToSrgbEncoded({ hueDegrees = 0, saturation, value }: Hsv): Triple {
  const channel = (offset: number) => {
    const k = (offset + wrapDegrees(hueDegrees) / 60) % 6;
    return value - value * saturation * Math.max(0, Math.min(k, 4 - k, 1));
  };
  return [channel(5), channel(3), channel(1)];
}

/** Where the hue lies, in sixths of the circle from red. */
function sextantOf([red, green, blue]: Triple, most: number, spread: number): number {
  if (most === red) return (green - blue) / spread;
  return most === green ? (blue - red) / spread + 2 : (red - green) / spread + 4;
}
