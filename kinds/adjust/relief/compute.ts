import { convertSrgbLinearToOklab } from '#core/colour/oklab';
import { oklabPlanes } from '#core/measure/trend';
import { newField, readField } from '#core/raster/field';
import { sharesOf } from '#core/raster/coverage8';
import type { Field } from '#core/raster/field';
import { areaLowPass } from '#core/raster/lowPass';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { ReliefParameters } from './schema';

/** OKLab lightness between pores and shading; undefined when the area covers nothing. */
export interface ReliefMeasures {
  readonly band: Field | undefined;
}

/**
 * Standard deviations as shares of the square root of the area: finer are pores, coarser is the form of the
 * face.
 */
const PORES = 0.004;
const FORM = 0.022;

/** The band of texture between pores and shading. */
export function measureRelief({ pixels, coverage, region }: StepInput): ReliefMeasures {
  const { width, height } = coverage;
  const weights = sharesOf(coverage.data);
  const root = Math.sqrt(weights.reduce((sum, value) => sum + value, 0));
  if (root === 0) return { band: undefined };
  const [lightness] = oklabPlanes(pixels.data);
  const fine = areaLowPass(weights, width, height, PORES * root).of(lightness);
  const form = areaLowPass(weights, width, height, FORM * root).of(lightness);
  const band = newField(region, 1);
  for (let i = 0; i < fine.length; i++) band.data[i] = weights[i]! > 0 ? fine[i]! - form[i]! : 0;
  return { band };
}

/** The band is taken away or added to in light alone: all channels scale alike, hue and saturation stay. */
export function compileRelief(
  { amount }: ReliefParameters,
  { band }: ReliefMeasures,
): PixelKernel | undefined {
  if (!band || amount === 0) return undefined;
  const place = new Float32Array(1);
  return (pixels, count, { x, y }) => {
    for (let i = 0; i < count; i++) {
      readField(band, x[i]!, y[i]!, place);
      const [lightness] = convertSrgbLinearToOklab([pixels[3 * i]!, pixels[3 * i + 1]!, pixels[3 * i + 2]!]);
      const gain = lightness > 0.01 ? Math.max(0, 1 + (amount * place[0]!) / lightness) ** 3 : 1;
      for (let c = 0; c < 3; c++) pixels[3 * i + c]! *= gain;
    }
  };
}
