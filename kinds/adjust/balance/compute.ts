import { clampUnit } from '#core/math/clamp';
import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { convertOklabToSrgbLinear, convertSrgbLinearToOklab } from '#core/colour/oklab';
import { RUNGS } from '#core/document/schema';
import type { Rung } from '#core/document/schema';
import { meanLinear } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { BalanceParameters } from './schema';

/** OKLab lightness of each rung that the area has. */
export type BalanceMeasures = readonly { readonly rung: Rung; readonly lightness: number }[];

const PER_THOUSAND = 0.001;
const LEAST_GAP = 0.01;

/** Lightness at which shade, middle and light of the area lie. */
export function measureBalance({ pixels, coverage }: StepInput): BalanceMeasures {
  const samples = rungSamples(pixels, coverage);
  return RUNGS.filter((rung) => samples[rung].length > 0).map((rung) => ({
    rung,
    lightness: convertSrgbLinearToOklab(meanLinear(samples[rung]))[0],
  }));
}

/** The kernel that changes pixels; undefined when nothing would change. */
export function compileBalance(
  parameters: BalanceParameters,
  rungs: BalanceMeasures,
): PixelKernel | undefined {
  if (RUNGS.every((rung) => parameters[rung].amount === 0)) return undefined;
  const places = rungs
    .toSorted((p, q) => p.lightness - q.lightness)
    .filter(({ lightness }, i, all) => i === 0 || lightness - all[i - 1]!.lightness > LEAST_GAP);
  if (places.length === 0) return undefined;
  const along = (part: (radians: number) => number) =>
    monotoneCubic(
      places.map(({ lightness }) => lightness),
      places.map(
        ({ rung }) =>
          PER_THOUSAND * parameters[rung].amount * part(parameters[rung].hue * RADIANS_PER_DEGREE),
      ),
    );
  const pushA = along(Math.cos);
  const pushB = along(Math.sin);
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const colour = [pixels[p]!, pixels[p + 1]!, pixels[p + 2]!] as const;
      const [lightness, a, b] = convertSrgbLinearToOklab(colour);
      // Black and white take no colour.
      const room = clampUnit(8 * lightness) * clampUnit(8 * (1 - lightness));
      const newA = a + room * pushA(lightness);
      const newB = b + room * pushB(lightness);
      const out = convertOklabToSrgbLinear([
        oklabLightnessAtLuminance(luminanceOfSrgbLinear(colour), newA, newB, lightness),
        newA,
        newB,
      ]);
      for (let c = 0; c < 3; c++) pixels[p + c] = out[c as 0 | 1 | 2];
    }
  };
}
