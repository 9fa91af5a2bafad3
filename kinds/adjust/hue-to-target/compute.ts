import { RADIANS_PER_DEGREE } from '#core/colour/angles';
import { solveTurnToHsvHue } from '#core/colour/hueSolve';
import { luminanceOfSrgbLinear, oklabLightnessAtLuminance } from '#core/colour/luminance';
import { OKLAB, convertSrgbLinearToOklab, fastCbrt } from '#core/colour/oklab';
import type { Rung } from '#core/document/schema';
import { meanLinear } from '#core/measure/reading';
import { rungSamples } from '#core/measure/rungs';
import { monotoneCubic } from '#core/raster/monotoneCubic';
import type { PixelKernel, StepInput } from '#core/render/kinds';
import type { HueToTargetParameters } from './schema';

/** Pixels that stand for each rung, interleaved linear sRGB; empty where there are none. */
export type HueToTargetMeasures = Readonly<Record<Rung, Float32Array>>;

/** A reading speaks for its rung; a rung without one is spoken for by the area's own percentiles. */
export function measureHueToTarget({ pixels, coverage, readings }: StepInput): HueToTargetMeasures {
  const samples = rungSamples(pixels, coverage);
  const of = (rung: Rung) => {
    const placed = readings.filter((reading) => reading.rung === rung);
    return placed.length > 0 ? Float32Array.from(placed.flatMap((reading) => [...reading.samples])) : samples[rung];
  };
  return { light: of('light'), middle: of('middle'), shade: of('shade') };
}

interface Anchor {
  readonly target: number;
  readonly samples: Float32Array;
  readonly lightness: number;
  turnDegrees: number;
}

/** Rungs nearer than this in OKLab lightness cannot ask for different turns; the first one named counts. */
const LEAST_GAP = 0.012;
const ROUNDS = 4;
const RUNGS_BY_WORTH: readonly Rung[] = ['middle', 'light', 'shade'];

/**
 * Turns hue in OKLCh at unchanged luminance Y and chroma, by an angle that runs over lightness through
 * the rungs. Trend and residual turn together, so the variation of the skin is kept.
 */
export function compileHueToTarget(parameters: HueToTargetParameters, measures: HueToTargetMeasures): PixelKernel | undefined {
  const anchors: Anchor[] = [];
  for (const rung of RUNGS_BY_WORTH) {
    const target = parameters[rung], samples = measures[rung];
    if (target === null || samples.length === 0) continue;
    const mean = meanLinear(samples), turnDegrees = solveTurnToHsvHue(mean, target);
    const [lightness] = convertSrgbLinearToOklab(mean);
    if (turnDegrees === undefined || anchors.some((other) => Math.abs(other.lightness - lightness) < LEAST_GAP)) continue;
    anchors.push({ target, samples, lightness, turnDegrees });
  }
  if (anchors.length === 0) return undefined;
  anchors.sort((p, q) => p.lightness - q.lightness);
  let kernel = turnKernel(anchors);
  for (let round = 0; round < ROUNDS; round++) {
    for (const anchor of anchors) {
      const turned = anchor.samples.slice();
      kernel(turned, turned.length / 3);
      anchor.turnDegrees += solveTurnToHsvHue(meanLinear(turned), anchor.target) ?? 0;
    }
    kernel = turnKernel(anchors);
  }
  return kernel;
}

const STEPS = 512, REACH = 1.25;

function turnKernel(anchors: readonly Anchor[]): PixelKernel {
  const curve = monotoneCubic(anchors.map((anchor) => anchor.lightness), anchors.map((anchor) => anchor.turnDegrees));
  const cosines = new Float32Array(STEPS + 2), sines = new Float32Array(STEPS + 2);
  for (let i = 0; i < STEPS + 2; i++) {
    const radians = curve((i / STEPS) * REACH) * RADIANS_PER_DEGREE;
    cosines[i] = Math.cos(radians);
    sines[i] = Math.sin(radians);
  }
  const m = OKLAB.lmsOfSrgb, t = OKLAB.labOfRoots, r = OKLAB.rootsOfAB, n = OKLAB.srgbOfLms;
  return (pixels, count) => {
    for (let p = 0; p < 3 * count; p += 3) {
      const red = pixels[p]!, green = pixels[p + 1]!, blue = pixels[p + 2]!;
      const l = fastCbrt(m[0] * red + m[1] * green + m[2] * blue);
      const c = fastCbrt(m[3] * red + m[4] * green + m[5] * blue);
      const s = fastCbrt(m[6] * red + m[7] * green + m[8] * blue);
      const lightness = t[0] * l + t[1] * c + t[2] * s;
      const a = t[3] * l + t[4] * c + t[5] * s, b = t[6] * l + t[7] * c + t[8] * s;
      const place = Math.min(STEPS, Math.max(0, (lightness / REACH) * STEPS)), step = place | 0, part = place - step;
      const cos = cosines[step]! + part * (cosines[step + 1]! - cosines[step]!);
      const sin = sines[step]! + part * (sines[step + 1]! - sines[step]!);
      const turnedA = a * cos - b * sin, turnedB = a * sin + b * cos;
      const level = oklabLightnessAtLuminance(luminanceOfSrgbLinear([red, green, blue]), turnedA, turnedB, lightness);
      const l3 = (level + r[0] * turnedA + r[1] * turnedB) ** 3;
      const c3 = (level + r[2] * turnedA + r[3] * turnedB) ** 3;
      const s3 = (level + r[4] * turnedA + r[5] * turnedB) ** 3;
      pixels[p] = n[0] * l3 + n[1] * c3 + n[2] * s3;
      pixels[p + 1] = n[3] * l3 + n[4] * c3 + n[5] * s3;
      pixels[p + 2] = n[6] * l3 + n[7] * c3 + n[8] * s3;
    }
  };
}
