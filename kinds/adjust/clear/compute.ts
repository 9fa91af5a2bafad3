import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import type { PixelKernel } from '#core/render/kinds';
import type { ClearParameters } from './schema';

/** Nothing is measured of the area. */
export type ClearMeasures = null;
/** Nothing is measured of the area. */
export const measureClear = (): ClearMeasures => null;

/** Stops of a full brightening, at the middle of the range; black and white stay where they are. */
const FULL_STOPS = 0.8;

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileClear({ brighten, clear }: ClearParameters): PixelKernel | undefined {
  if (brighten === 0 && clear === 0) return undefined;
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const colour = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
      const [lightness, a, b] = convertSrgbLinearToOklab(colour);
      const luminance = luminanceOfSrgbLinear(colour);
      // Warm stains alone: what is blue or green is left to them.
      const newA = a > 0 ? a * (1 - clear) : a;
      const newB = b > 0 ? b * (1 - clear) : b;
      const gain = 2 ** (FULL_STOPS * brighten * Math.max(0, 1 - Math.max(0, luminance)));
      const out = convertOklabToSrgbLinear([
        oklabLightnessAtLuminance(luminance, newA, newB, lightness),
        newA,
        newB,
      ]);
      for (let c = 0; c < 3; c++) pixels[p + c] = gain * out[c as 0 | 1 | 2];
    }
  };
}
