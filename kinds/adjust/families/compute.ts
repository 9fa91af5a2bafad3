import { RADIANS_PER_DEGREE, deltaDegrees } from '#core/colour/angles';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { findFamilies, presence } from '#core/measure/families';
import type { Family } from '#core/measure/families';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { FamiliesParameters } from './schema';

/** The families of colour that the area holds. */
export type FamiliesMeasures = readonly Family[];

/** A change belongs to the family found within so many degrees; on another photo to the nearest. */
const NEAR = 40;
/** OKLab chroma at which lightness works in full. */
const FULL_CHROMA = 0.12;

/** Finds them. */
export function measureFamilies(input: StepInput): FamiliesMeasures {
  return findFamilies(input);
}

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileFamilies(
  { changes }: FamiliesParameters,
  found: FamiliesMeasures,
): PixelKernel | undefined {
  const active = changes.filter(
    ({ turn, saturation, lightness }) => turn !== 0 || saturation !== 0 || lightness !== 0,
  );
  if (active.length === 0 || found.length === 0) return undefined;
  const hues = found.map(({ hue }) => hue);
  const of = hues.map((hue) =>
    active.find(
      (change) =>
        Math.abs(deltaDegrees(hue, change.hue)) <= NEAR &&
        hues.every(
          (other) => Math.abs(deltaDegrees(hue, change.hue)) <= Math.abs(deltaDegrees(other, change.hue)),
        ),
    ),
  );
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const colour = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
      const [lightness, a, b] = convertSrgbLinearToOklab(colour);
      const chroma = Math.hypot(a, b);
      if (chroma < 1e-5) continue;
      const shares = presence(Math.atan2(b, a) / RADIANS_PER_DEGREE, hues);
      let turn = 0;
      let saturation = 0;
      let stops = 0;
      of.forEach((change, i) => {
        turn += shares[i]! * (change?.turn ?? 0);
        saturation += shares[i]! * (change?.saturation ?? 0);
        stops += shares[i]! * (change?.lightness ?? 0);
      });
      const factor = Math.max(0, 1 + saturation);
      const cos = factor * Math.cos(turn * RADIANS_PER_DEGREE);
      const sin = factor * Math.sin(turn * RADIANS_PER_DEGREE);
      const newA = a * cos - b * sin;
      const newB = a * sin + b * cos;
      const gain = 2 ** (stops * Math.min(1, chroma / FULL_CHROMA));
      const out = convertOklabToSrgbLinear([
        oklabLightnessAtLuminance(luminanceOfSrgbLinear(colour), newA, newB, lightness),
        newA,
        newB,
      ]);
      for (let c = 0; c < 3; c++) pixels[p + c] = gain * out[c as 0 | 1 | 2];
    }
  };
}
