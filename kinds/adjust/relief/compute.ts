import { oklabPlanes } from '#core/measure/trend';
import { newField } from '#core/raster/field';
import { sharesOf } from '#core/raster/coverage8';
import type { Field } from '#core/raster/field';
import { FieldLine } from '#core/raster/fieldLine';
import { areaLowPass } from '#core/raster/lowPass';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import { fromOklab, toOklab } from '#core/render/oklabRuns';
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
/** OKLab lightness up to which nothing has relief. */
const DARKEST = 0.01;

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
  const line = new FieldLine(band, 1, (values, out) => {
    out[0] = amount * values[0]!;
  });
  return (pixels, count, places) => {
    const changes = line.at(places, count);
    toOklab(pixels, count);
    for (let p = 0, at = 0; p < 3 * count; p += 3, at += line.stride) {
      const lightness = pixels[p]!;
      if (lightness <= DARKEST) continue;
      // Light goes with the cube of what OKLab goes with.
      const gain = Math.max(0, 1 + changes[at]! / lightness);
      pixels[p] = gain * lightness;
      pixels[p + 1]! *= gain;
      pixels[p + 2]! *= gain;
    }
    fromOklab(pixels, count);
  };
}
